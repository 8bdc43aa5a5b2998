"""Tests of the room of the passer-by."""
