"""``python -m lamplight``."""

from lamplight.cli import main

main()
