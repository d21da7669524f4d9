"""Chapter two: the surfer, what is known and what is assumed."""
