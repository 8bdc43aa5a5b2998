"""Without a connection: what a phone takes along, and what it sends later."""
