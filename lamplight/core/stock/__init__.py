"""What there is of each product, and what is needed."""
