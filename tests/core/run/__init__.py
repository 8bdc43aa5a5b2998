"""Tests of the room run."""
