"""Tests of the room site."""
