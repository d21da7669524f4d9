"""The fast form of the ride: the formulas of the plain modules, board by board, compiled.

``ride/float.py``, ``paddle.py``, ``plane.py``, ``takeoff.py``, ``trim.py``, ``nose.py``, ``sweet.py`` and
``turn.py`` say what is computed and why; nothing here is new, and a test holds both forms together. Arrays
are float64; rows are boards.
"""
