"""Tests of the room lamps."""
