"""The demo: an invented tile maker, always a few weeks old whatever the day."""
