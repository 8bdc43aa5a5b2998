"""Open formats, in and out. Each module knows one format and only the core."""
