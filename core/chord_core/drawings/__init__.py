"""A board as files that a shaper can use: templates to scale, a solid, stations."""
