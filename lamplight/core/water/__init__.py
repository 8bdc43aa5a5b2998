"""Hardness, cartridges and scale."""
