"""Tests of the room water."""
