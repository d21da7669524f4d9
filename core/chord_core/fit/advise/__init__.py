"""What is said of boards that were judged: reasons, warnings, needs, how sure it is, what to ask next."""
