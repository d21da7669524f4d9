"""Rules that need no ride: gates, bands, cautions, gear, and the boards by which others are measured."""
