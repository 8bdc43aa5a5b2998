"""One execution of a procedure."""
