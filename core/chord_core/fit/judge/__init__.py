"""How well boards fit a surfer in a water: every part of the fit, and the boards that are expected."""
