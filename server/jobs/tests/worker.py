"""A worker of the queue as a process of its own, at the database of the tests."""

import os
import subprocess
import sys
from pathlib import Path

from django.db import connection

_SERVER = Path(__file__).resolve().parent.parent.parent


def worker(*words: str) -> "subprocess.Popen[bytes]":
    """Start one; with ``--once`` it ends when the queue is empty."""
    to = connection.settings_dict
    where = f"postgres://{to['USER']}:{to['PASSWORD']}@{to['HOST']}:{to['PORT']}/{to['NAME']}"
    command = [sys.executable, "manage.py", "work", *words]
    env = {**os.environ, "DATABASE_URL": where}
    return subprocess.Popen(command, cwd=_SERVER, env=env, stdin=subprocess.DEVNULL)
