"""A bounded memory: what takes long to make is made once for a key, and the least used goes first."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Any, TypeVar, cast

T = TypeVar("T")


class Memory:
    """What was made, by its key, the last ``most`` of them. Threads may share it."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._kept: OrderedDict[Hashable, Any] = OrderedDict()
        self._lock = Lock()

    def __contains__(self, key: Hashable) -> bool:
        with self._lock:
            return key in self._kept

    def __len__(self) -> int:
        return len(self._kept)

    def keep(self, key: Hashable, value: T) -> T:
        """Keep a value, unless there is one for its key already; return the one that is kept."""
        with self._lock:
            kept = self._kept.setdefault(key, value)
            self._kept.move_to_end(key)
            if len(self._kept) > self._most:
                self._kept.popitem(last=False)
        return cast(T, kept)

    def once(self, key: Hashable, make: Callable[[], T]) -> T:
        """What ``make`` gives, made once for a key.

        It is made without the lock: two threads that ask at once may both make it, and the first is kept.
        """
        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
                return cast(T, self._kept[key])
        return self.keep(key, make())
