"""The core's tests. Hypothesis tries the same few cases every time, so that a run says something about the
change under test; ``./chord test core --deep`` tries many, new ones each time (docs/decisions/0024)."""

import os

from hypothesis import HealthCheck, settings

_DEEP = bool(os.environ.get("CHORD_DEEP"))
#: A deep run tries ten times as many cases as a property names, a plain one a quarter, at least so many.
_TIMES, _SHARE, _LEAST = 10, 4, 2

settings.register_profile("steady", derandomize=True, deadline=None)
settings.register_profile("deep", print_blob=True, deadline=None)
settings.load_profile("deep" if _DEEP else "steady")


def draws(count: int, plain: int) -> int:
    """How many of a sample's draws are made: ``count`` in a deep run, else ``plain``."""
    return count if _DEEP else plain


def tries(count: int) -> settings:
    """On how many cases a property is tried: by ``count`` and by how deep the run goes."""
    cases = count * _TIMES if _DEEP else max(count // _SHARE, _LEAST)
    return settings(max_examples=cases, deadline=None, suppress_health_check=list(HealthCheck))
