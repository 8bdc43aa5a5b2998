"""The workshop: building the style sheet, taking the pictures."""
