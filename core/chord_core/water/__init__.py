"""Chapter three: the waves that a surfer really gets."""
