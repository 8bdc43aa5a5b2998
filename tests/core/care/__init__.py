"""Tests of the room care."""
