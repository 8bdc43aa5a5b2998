"""Somebody who uses the application for weeks, and what has to hold whatever they do."""
