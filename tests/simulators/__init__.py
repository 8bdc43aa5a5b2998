"""Checks of one layer; the folders mirror the package."""
