"""What keepers are told by mail: when, of what, and what becomes of a mail that cannot be sent yet."""
