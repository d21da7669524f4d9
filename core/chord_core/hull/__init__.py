"""Chapter one: the board as a shape. Outline, rocker, foil and section curves, and what follows."""
