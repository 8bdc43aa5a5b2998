"""When each thing is done: one answer for every page, note and sheet."""
