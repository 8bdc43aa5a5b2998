"""One job: its procedure, steps, products, containers and confirmations."""
