"""What to look for: sizes, shapes and set-ups that would do best."""
