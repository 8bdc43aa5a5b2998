"""A year of one machine and its water, lived in different ways."""
