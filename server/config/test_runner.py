"""Django's test runner that also says which tests were the slowest."""

import gc
import time
import traceback
from typing import Any
from unittest import TestSuite, TextTestResult
from unittest.case import TestCase

from django.conf import settings
from django.test.runner import DiscoverRunner, ParallelTestSuite, RemoteTestResult, RemoteTestRunner

#: How many of the slowest tests are printed.
SLOWEST = 10
_HASHERS = ["accounts.tests.hashing.QuickArgon2"]


def _sendable(err: Any) -> Any:
    """An exception as another process can take it: as its text, since what hangs on its frames cannot go."""
    return AssertionError, AssertionError("".join(traceback.format_exception(*err))), None


class TimedRemoteResult(RemoteTestResult):
    """The result of a worker process: sends how long each test took along with its events."""

    def startTest(self, test: TestCase) -> None:
        """Begin to count."""
        super().startTest(test)
        self._begun = time.perf_counter()

    def addError(self, test: TestCase, err: Any) -> None:
        """Send an error that can be sent."""
        super().addError(test, _sendable(err))

    def addFailure(self, test: TestCase, err: Any) -> None:
        """Send a failure that can be sent."""
        super().addFailure(test, _sendable(err))

    def addSubTest(self, test: TestCase, subtest: TestCase, err: Any) -> None:
        """Send what failed in a part of a test, as a failure of the test."""
        if err is not None:
            kind, error, frames = _sendable(err)
            super().addFailure(test, (kind, kind(f"{subtest.id()}\n{error}"), frames))

    def stopTest(self, test: TestCase) -> None:
        """Send the time before the end of the test."""
        self.events.append(("took", self.test_index, time.perf_counter() - self._begun))
        super().stopTest(test)


class TimedRemoteRunner(RemoteTestRunner):
    """Runs the tests of a worker process."""

    resultclass = TimedRemoteResult


def _weight(suite: TestSuite) -> tuple[bool, bool, int]:
    """What is begun first: classes without a browser, which leaves a shop in the tables, then those that wait
    long (``takes_long``), then those of many tests."""
    driven, long = (any(getattr(test, said, False) for test in suite) for said in ("driven", "takes_long"))
    return not driven, long, suite.countTestCases()


class TimedParallelSuite(ParallelTestSuite):
    """Shares test classes among processes, the largest first, so that none is left alone at the end."""

    runner_class = TimedRemoteRunner

    def __init__(self, subsuites: list[TestSuite], *args: Any, **kwargs: Any) -> None:
        super().__init__(sorted(subsuites, key=_weight, reverse=True), *args, **kwargs)


class TimedResult(TextTestResult):
    """Keeps how long each test took [s]."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.times: list[tuple[float, str]] = []
        self._begun: float | None = None

    def startTest(self, test: TestCase) -> None:
        """Begin to count; a worker's test sends its own time."""
        super().startTest(test)
        self._begun = time.perf_counter()

    def stopTest(self, test: TestCase) -> None:
        """Keep the time of a test that ran in this process."""
        if self._begun is not None:
            self.times.append((time.perf_counter() - self._begun, test.id()))
        super().stopTest(test)

    def took(self, test: TestCase, seconds: float) -> None:
        """Keep the time that a worker measured."""
        self._begun = None
        self.times.append((seconds, test.id()))


class TimedRunner(DiscoverRunner):
    """``manage.py test``, with the slowest tests at the end."""

    parallel_test_suite = TimedParallelSuite

    def setup_test_environment(self, **kwargs: Any) -> None:
        """Keep passwords cheaply; look for garbage seldom, and not among what all processes share."""
        super().setup_test_environment(**kwargs)
        settings.PASSWORD_HASHERS = _HASHERS
        gc.freeze()
        gc.set_threshold(20_000, 20, 50)

    def get_resultclass(self) -> Any:
        """The result class that keeps times."""
        return super().get_resultclass() or TimedResult

    def suite_result(self, suite: TestSuite, result: Any, **kwargs: Any) -> int:
        """Print the slowest tests; return how many failed."""
        slowest = sorted(getattr(result, "times", []), reverse=True)[:SLOWEST]
        if len(slowest) > 1:
            print("The slowest:")
            for seconds, name in slowest:
                print(f"  {seconds:6.2f} s  {name}")
        return int(super().suite_result(suite, result, **kwargs))
