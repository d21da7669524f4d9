"""How many answers to changes are worked out or waited for in each of the processes that answer, in memory
that all of them share."""

from __future__ import annotations

from mmap import mmap

#: Processes that can be told apart, and what stands for one that is not there.
_PROCESSES, _AWAY = 256, 255


class Lines:
    """The lines of all processes. It is made before they are; each then says which one it is."""

    def __init__(self) -> None:
        self._memory = mmap(-1, _PROCESSES)
        self._memory[:] = bytes([_AWAY]) * _PROCESSES
        self._here: int | None = None

    def begins(self, process: int) -> None:
        """This process is there, and nobody waits in it.

        Args:
            process: its number among all that were ever begun.
        """
        self._here = process % _PROCESSES
        self._memory[self._here] = 0

    def ended(self, process: int) -> None:
        """A process is gone, however it went, or takes nothing more before it goes."""
        self._memory[process % _PROCESSES] = _AWAY

    def say(self, answers: int) -> None:
        """How many there are now in this process; nothing where it is none of those that answer, or takes
        nothing more."""
        if self._here is not None and self._memory[self._here] != _AWAY:
            self._memory[self._here] = min(answers, _AWAY - 1)

    def others(self) -> bytes:
        """How many there are in each of the others that are there."""
        lines = self._memory[:]
        if self._here is not None:
            lines = lines[: self._here] + lines[self._here + 1 :]
        return lines.replace(bytes([_AWAY]), b"")

    def others_answer(self) -> bool:
        """Whether another process works at an answer."""
        return any(self.others())


#: Those that answer on this machine.
LINES = Lines()
