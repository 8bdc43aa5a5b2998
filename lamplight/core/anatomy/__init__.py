"""What machines are made of: circuits, parts, and what is drawn from them."""
