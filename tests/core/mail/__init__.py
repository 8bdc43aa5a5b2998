"""Rules of what is told by mail."""
