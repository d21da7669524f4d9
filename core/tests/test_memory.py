"""What is made once is bounded, and threads may share it."""

from concurrent.futures import ThreadPoolExecutor
from threading import Event
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from chord_core.memory import Memory, cached_property


class Bounded(TestCase):
    @given(st.lists(st.integers(0, 9), max_size=60), st.integers(1, 6))
    def test_it_holds_the_last_that_were_used(self, keys: list[int], most: int) -> None:
        memory, made = Memory(most), []
        for key in keys:
            value = memory.once(key, lambda key=key: made.append(key) or key)
            self.assertEqual(value, key)
            self.assertLessEqual(len(memory), most)
        last = list(dict.fromkeys(reversed(keys)))[:most]
        self.assertTrue(all(key in memory for key in last))
        self.assertEqual(len(memory), len(last))

    def test_what_is_kept_first_stays(self) -> None:
        memory = Memory(2)
        self.assertEqual(memory.keep("a", 1), 1)
        self.assertEqual(memory.keep("a", 2), 1)
        self.assertEqual(memory.once("a", lambda: 3), 1)

    def test_threads_share_it(self) -> None:
        memory = Memory(8)
        with ThreadPoolExecutor(8) as pool:
            found = list(pool.map(lambda i: memory.once(i % 20, lambda: i % 20), range(4000)))
        self.assertEqual(found, [i % 20 for i in range(4000)])
        self.assertEqual(len(memory), 8)

    def test_an_error_is_not_kept(self) -> None:
        memory = Memory(2)
        with self.assertRaises(ZeroDivisionError):
            memory.once("a", lambda: 1 // 0)
        self.assertEqual(memory.once("a", lambda: 5), 5)


class Slow:
    """Makes its value only once somebody else has made theirs."""

    def __init__(self, waits_for: Event | None, says: Event) -> None:
        self.waits_for, self.says, self.made = waits_for, says, 0

    @cached_property
    def value(self) -> int:
        """How often it was made."""
        if self.waits_for is not None and not self.waits_for.wait(10):
            raise TimeoutError
        self.made += 1
        self.says.set()
        return self.made


class Properties(TestCase):
    def test_it_is_made_once(self) -> None:
        one = Slow(None, Event())
        self.assertEqual([one.value, one.value, one.made], [1, 1, 1])

    def test_who_waits_while_making_theirs_holds_up_nobody(self) -> None:
        """One object's value is made while another's, of the same class, waits for it."""
        done = Event()
        first, second = Slow(done, Event()), Slow(None, done)
        with ThreadPoolExecutor(2) as pool:
            found = [pool.submit(lambda: first.value), pool.submit(lambda: second.value)]
            self.assertEqual([one.result(20) for one in found], [1, 1])

    def test_an_error_is_not_kept(self) -> None:
        class Fails:
            tries = 0

            @cached_property
            def value(self) -> float:
                """Works the second time."""
                self.tries += 1
                return 1 / (self.tries - 1)

        one = Fails()
        with self.assertRaises(ZeroDivisionError):
            _ = one.value
        self.assertEqual(one.value, 1.0)
