"""Refusals that an app raises and the addresses turn into answers (``config.errors``)."""

from typing import Any


class Stale(Exception):
    """Somebody else changed what is being written; ``current`` is how it stands now."""

    def __init__(self, current: dict[str, Any]) -> None:
        super().__init__("changed meanwhile")
        self.current = current
