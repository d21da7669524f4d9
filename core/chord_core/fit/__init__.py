"""Chapter five: the answer. How many litres, which kinds, which boards, and why."""
