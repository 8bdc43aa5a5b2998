"""One place of the interface: its routes, and its templates beside them."""
