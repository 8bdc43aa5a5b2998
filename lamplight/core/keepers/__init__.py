"""Keepers: what each of them may do."""
