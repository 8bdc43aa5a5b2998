"""What a passer-by is told of a machine, and what they tell."""
