"""The core's tests. Hypothesis tries the same cases every time, so that a run says something about the
change under test; ``CHORD_EXPLORE=1 ./chord test core`` looks for new ones."""

import os

from hypothesis import settings

settings.register_profile("steady", derandomize=True)
settings.register_profile("explore", max_examples=400, print_blob=True)
settings.load_profile("explore" if os.environ.get("CHORD_EXPLORE") else "steady")
