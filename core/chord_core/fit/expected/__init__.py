"""What an advisor expects from the facts alone, before any wave is ridden: kind of board, litres, length and
width, each with its spread (``docs/model.md``, "What one expects")."""
