"""Tests of the room job."""
