"""What goes out or runs beside: mail, and what happens by itself. Opens no transaction of its own."""
