"""What each verb reads and writes: its request and its result in one module."""
