"""A safe connection: certificates of one's own or of a local authority, and the server that speaks it."""
