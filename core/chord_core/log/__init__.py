"""What comes back from the water: tracks, what sessions teach about a surfer and a break, trials."""
