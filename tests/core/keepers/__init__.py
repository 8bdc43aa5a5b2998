"""Tests of the room of keepers."""
