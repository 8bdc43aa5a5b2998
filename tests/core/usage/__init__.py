"""Tests of the room usage."""
