"""SVG views: geometry in Python, colours by class names from the style sheet."""
