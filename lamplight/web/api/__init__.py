"""For other programs: readings and lamps in, machines and dues out; by a token of a keeper."""
