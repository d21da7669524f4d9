"""Chord's core: the rules of matching a board, a surfer and waves, with no interface code.

SI units inside; feet, inches and litres stay at the edge (``units`` and ``line``).
"""
