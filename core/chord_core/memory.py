"""A bounded memory: what takes long to make is made once for a key, and the least used goes first."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import TYPE_CHECKING, Any, TypeVar, cast

T = TypeVar("T")


if TYPE_CHECKING:
    from functools import cached_property as cached_property
else:
    import functools

    _NONE = object()

    class cached_property(functools.cached_property):
        """As the one of Python 3.12, without the lock of the versions before.

        That one was held while the value was made, by all objects of a class together: whoever waited while
        making it kept all others waiting. Two threads that ask at once may both make it; the first is kept.
        """

        def __get__(self, instance: object, owner: type | None = None) -> object:
            """The value, made once."""
            if instance is None:
                return self
            kept = instance.__dict__.get(self.attrname, _NONE)
            if kept is _NONE:
                kept = instance.__dict__.setdefault(self.attrname, self.func(instance))
            return kept


#: What makes something that is remembered forget it. Memories of an answer go with the answer.
_forgets: list[Callable[[], None]] = []


def forgets(forget: Callable[[], None]) -> None:
    """Say how something that outlives an answer is forgotten."""
    _forgets.append(forget)


def forget_all() -> None:
    """Forget all that was told and computed before, as after somebody was erased; it is made again when it is
    asked for."""
    for forget in _forgets:
        forget()


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

    def clear(self) -> None:
        """Forget all of it."""
        with self._lock:
            self._kept.clear()

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
