"""Care items: the rules by which they fall due, and where each stands."""
