"""The tests: `python -m tests` runs them all."""
