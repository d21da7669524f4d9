"""Chapter four: what a board does under this surfer. So far: how it floats a rider lying down."""
