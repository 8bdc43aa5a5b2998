"""Lamplight: the book and the guide of the person who keeps coffee machines running."""

__version__ = "1.0.0"
