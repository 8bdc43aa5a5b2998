"""Tests of the room year."""
