"""Sessions under kill -9: what was acknowledged is there, what is sent again is there once."""

import json
import os
import random
import signal
import subprocess
import sys
import time
import uuid
from urllib.parse import urlsplit, urlunsplit

from django.conf import settings
from django.db import connection
from django.test import Client, TransactionTestCase

from accounts.models import User
from accounts.tests.case import make_shop
from fittings.models import Fitting
from logbook.models import Session, Taught
from surfers.models import Surfer

_BOARD = {"family": "all-rounder", "length_m": 1.83, "width_m": 0.51, "thickness_m": 0.064}
#: Keeps session after session of a list as fast as it can, and says each key once it was acknowledged.
_WORK = """
import json, sys
import django; django.setup()
from django.test import Client
from accounts.models import User
from fittings.models import Fitting
client = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
client.force_login(User.objects.get())
path = f"/api/fittings/{Fitting.objects.get().pk}/log/"
for session in json.loads(sys.argv[1]):
    answer = client.post(path, {"sessions": [session]}, content_type="application/json")
    print(answer.json()["kept"][0]["key"], flush=True)
"""


def _session(i: int) -> dict[str, object]:
    return {
        "key": str(uuid.uuid4()), "started_at": f"2026-05-{i % 28 + 1:02d}T0{i % 9}:00:00Z", "minutes": 60,
        "board": _BOARD, "place": "Saltpan", "hour": {"face_m": 1.0}, "rides": i % 9,
    }  # fmt: skip


class Killed(TransactionTestCase):
    def test_none_is_lost_and_none_is_there_twice(self) -> None:
        shop, _ = make_shop("north")
        surfer = Surfer.objects.create(shop=shop, name="Ines", mass_kg=68, rung="trimming")
        facts = {"name": "Ines", "mass_kg": 68, "rung": "trimming"}
        fitting = Fitting.objects.create(shop=shop, surfer=surfer, facts=facts)
        sessions = [_session(i) for i in range(200)]
        name = str(connection.settings_dict["NAME"])
        url = urlunsplit(urlsplit(os.environ["DATABASE_URL"])._replace(path=f"/{name}"))
        process = subprocess.Popen(
            [sys.executable, "-c", _WORK, json.dumps(sessions)],
            cwd=settings.BASE,
            env={**os.environ, "DATABASE_URL": url, "DJANGO_SETTINGS_MODULE": "config.settings"},
            stdout=subprocess.PIPE,
            text=True,
        )
        assert process.stdout is not None
        said = []
        try:
            for _ in range(4):
                said.append(process.stdout.readline().strip())
            # Anywhere within a session, or between two.
            time.sleep(random.Random().uniform(0, 0.1))
        finally:
            process.send_signal(signal.SIGKILL)
        said += process.stdout.read().split()
        process.wait()
        process.stdout.close()
        there = {str(key) for key in Session.objects.values_list("key", flat=True)}
        self.assertLessEqual(set(said), there, "what was acknowledged")
        self.assertLessEqual(len(there) - len(said), 1, "at most the one under way besides")
        self.assertEqual(Taught.objects.get().answer["sessions"], len(there), "nothing half written")
        # All of the first twenty are sent again, as whoever heard of none would.
        client = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
        client.force_login(User.objects.get())
        path = f"/api/fittings/{fitting.pk}/log/"
        again = client.post(path, {"sessions": sessions[:20]}, content_type="application/json").json()["kept"]
        self.assertEqual(sum(one["known"] for one in again), min(len(there), 20))
        self.assertEqual(Session.objects.count(), max(len(there), 20))
