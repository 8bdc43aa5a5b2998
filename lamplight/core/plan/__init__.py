"""The weeks ahead: which care on which day, in the hours that somebody has for it."""
