"""One machine: its kind, and what was written down about it."""
