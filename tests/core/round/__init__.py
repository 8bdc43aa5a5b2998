"""Checks of the round: laws over random books of chores, brute force, published instances."""
