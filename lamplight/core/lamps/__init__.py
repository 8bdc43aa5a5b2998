"""Panels: what they show, what that means, and when a lamp lights."""
