"""Several sites: going from one to another, all of them together, another one, and machines that move."""
