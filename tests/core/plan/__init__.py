"""Checks of the weeks ahead: laws over random sites, brute force, published and reference instances."""
