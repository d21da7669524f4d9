"""Nothing that was acknowledged is lost when the process that answers is killed in the middle of its work."""

import os
import random
import signal
import subprocess
import sys
import time
from urllib.parse import urlsplit, urlunsplit

from django.conf import settings
from django.db import connection
from django.test import TransactionTestCase

from accounts.tests.case import make_shop
from fittings.models import Fitting
from orders.models import Order
from orders.tests.test_orders import FISH
from surfers.models import Surfer

#: Answers changes of one order as fast as it can, and says each version once it was acknowledged.
_WORK = """
import django; django.setup()
from django.test import Client
from accounts.models import User
from orders.models import Order
order, client = Order.objects.get(), Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
client.force_login(User.objects.get())
version = order.version
while True:
    body = {"version": version, "note": f"note {version}"}
    answer = client.patch(f"/api/orders/{order.pk}/", body, content_type="application/json")
    version = answer.json()["version"]
    print(version, flush=True)
"""


class Killed(TransactionTestCase):
    def test_an_acknowledged_change_is_there_with_its_line_in_the_history(self) -> None:
        shop, _ = make_shop("north")
        surfer = Surfer.objects.create(shop=shop, name="Ines")
        fitting = Fitting.objects.create(shop=shop, surfer=surfer, facts={"mass_kg": 68, "rung": "trimming"})
        order = Order.objects.create(shop=shop, fitting=fitting, facts=fitting.facts, board=FISH)
        name = str(connection.settings_dict["NAME"])
        url = urlunsplit(urlsplit(os.environ["DATABASE_URL"])._replace(path=f"/{name}"))
        process = subprocess.Popen(
            [sys.executable, "-c", _WORK],
            cwd=settings.BASE,
            env={**os.environ, "DATABASE_URL": url, "DJANGO_SETTINGS_MODULE": "config.settings"},
            stdout=subprocess.PIPE,
            text=True,
        )
        assert process.stdout is not None
        try:
            for _ in range(10):
                self.assertTrue(process.stdout.readline(), "it ended by itself")
            # Anywhere within a change, or between two.
            time.sleep(random.Random().uniform(0, 0.1))
        finally:
            process.send_signal(signal.SIGKILL)
        said = process.stdout.read().split()
        process.wait()
        process.stdout.close()
        order.refresh_from_db()
        last = int(said[-1]) if said else 11
        self.assertIn(order.version, (last, last + 1), "the last that was acknowledged, or the one under way")
        self.assertEqual(order.note, f"note {order.version - 1}")
        self.assertEqual(order.events.count(), order.version - 1, "a line for each change, none half written")
