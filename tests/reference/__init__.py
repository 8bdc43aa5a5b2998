"""Checks against sources outside the project; each row names its own."""
