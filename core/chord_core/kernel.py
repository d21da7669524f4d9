"""How loops over boards are compiled: once, kept on disk, with floats that divide as NumPy's do."""

from __future__ import annotations

import os
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from contextvars import ContextVar, copy_context
from functools import cache
from typing import Any

from numba import njit
from numba.extending import register_jitable

#: They let go of the interpreter, so that two pieces of a rack are computed side by side.
#: Sums may be taken in another order and products fused; infinities and NaN keep their meaning.
compiled = njit(cache=True, nogil=True, error_model="numpy", fastmath={"reassoc", "contract", "arcp", "nsz"})

#: A formula that plain and compiled code share: one source, for numbers and for arrays.
shared: Callable[[Callable[..., Any]], Callable[..., Any]] = register_jitable(
    error_model="numpy", fastmath={"reassoc", "contract", "arcp", "nsz"}
)

#: From this many boards on a loop is worth a second hand: handing over takes some .04 ms, a board .1 ms.
_TWO_FROM = 24


@cache
def _second_hand() -> ThreadPoolExecutor:
    return ThreadPoolExecutor(1, thread_name_prefix="second-hand")


# A forked process has the pool without its thread.
os.register_at_fork(after_in_child=_second_hand.cache_clear)


def _always() -> bool:
    return True


#: Whether somebody else has the other core just now; None: nobody ever has.
_taken: ContextVar[Callable[[], bool] | None] = ContextVar("taken", default=None)


@contextmanager
def in_one_thread(taken: Callable[[], bool] = _always) -> Iterator[None]:
    """Loops run without a second hand: where as many processes work as there are cores it would only be in
    their way.

    Args:
        taken: whether the other core is taken just now, asked before each loop: only then it runs without.
    """
    token = _taken.set(taken)
    try:
        yield
    finally:
        _taken.reset(token)


def _has_second_hand() -> bool:
    taken = _taken.get()
    return taken is None or not taken()


def in_two_threads(loop: Callable[[slice], None], count: int) -> None:
    """Run a compiled loop over ``count`` boards, its second half by a second hand at the same time, with the
    tables that are in use here.

    Args:
        loop: computes the boards of a slice into arrays of its own; it must not call this again, or it
            would wait for itself.
    """
    if count < _TWO_FROM or not _has_second_hand():
        loop(slice(0, count))
        return
    second = _second_hand().submit(copy_context().run, loop, slice(count // 2, count))
    loop(slice(0, count // 2))
    second.result()
