"""Why: every number with its formula, inputs, source and range."""
