"""Tests of the room dose."""
