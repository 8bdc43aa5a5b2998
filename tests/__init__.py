"""The tests: `python -m tests` runs them all."""

from hypothesis import settings

# A law may take its time: how long it takes is no part of it, and machines differ.
settings.register_profile("lamplight", deadline=None)
settings.load_profile("lamplight")
