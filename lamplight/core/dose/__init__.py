"""The dose bench: measurings, pushes, the beaker, and experiments with a weaker dose."""
