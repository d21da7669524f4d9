"""The WSGI door for a production server."""

import gc
import os
import sys
from importlib import import_module
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent.parent
sys.path[:0] = [str(ROOT / "core"), str(ROOT / "server")]
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")

from django.core.wsgi import get_wsgi_application  # noqa: E402

application = get_wsgi_application()

# What some answers need, and other programs do without for it is slow to load: here once for all processes.
for name in ("scipy.stats", "openpyxl", "ezdxf", "segno"):
    import_module(name)

# Hulls, tables and rides that are kept hold some hundred thousand objects that are no garbage: what is there
# now is not looked through again, and what comes is looked through less often than after every 700 objects.
gc.freeze()
# An answer goes through many short waits; behind each of them a search would keep it for five milliseconds.
sys.setswitchinterval(0.001)
gc.set_threshold(20_000, 20, 50)
