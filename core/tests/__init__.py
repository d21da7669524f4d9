"""The core's tests. Hypothesis tries the same cases every time, so that a run says something about the
change under test; ``CHORD_EXPLORE=1 ./chord test core`` looks for new ones, ten times as many."""

import os

from hypothesis import HealthCheck, settings

_EXPLORE = bool(os.environ.get("CHORD_EXPLORE"))

settings.register_profile("steady", derandomize=True, deadline=None)
settings.register_profile("explore", print_blob=True, deadline=None)
settings.load_profile("explore" if _EXPLORE else "steady")


def tries(count: int) -> settings:
    """How many cases a property is tried on; ten times as many when exploring."""
    many = count * 10 if _EXPLORE else count
    return settings(max_examples=many, deadline=None, suppress_health_check=list(HealthCheck))
