"""Requests made up from the description of the API, as each role: no answer may be a fault of ours, have a
status that the description does not name, or hold a word of another shop.

``./chord fuzz``: a server of its own with the demo shop, another shop whose every word is a canary, and
somebody of each role. On 127.0.0.1 only.
"""

from __future__ import annotations

import os
import re
import subprocess
from collections.abc import Sequence

from tooling.check import scratch_cluster
from tooling.cluster import free_port
from tooling.environment import server_env
from tooling.install import fuzz_packages, install
from tooling.load import Asking, Seen
from tooling.paths import BUILD, PYTHON, ROOT, SERVER, VENV
from tooling.say import CannotGoOn, say
from tooling.serve import prepare, serving

ROLES = ("owner", "advisor", "coach", "counter")
_WORD, _CANARY = "wet wax and sand", "zanderlachs"
_CHECKS = "not_a_server_error,status_code_conformance,nothing_of_another_shop"
#: What would end the session with which one asks, or shut its person out.
_LEFT_OUT = r"^/api/(session/|me/(password|second-factor|signed-in|shop)/|shop/people/)"

_MAKE = f"""
from accounts.models import Shop, User
from rack.commands import add_board
from surfers.models import Surfer
from fittings.models import Fitting
from chord_core.documents import Board, parse
shop = Shop.objects.order_by("pk").first()
for role in {ROLES!r}:
    User.objects.create_user("fuzz-" + role, password={_WORD!r}, shop=shop, role=role)
other = Shop.objects.create(name={_CANARY!r})
User.objects.create_user({_CANARY!r}, password={_WORD!r}, shop=other)
dims = {{"length_m": 1.83, "width_m": 0.51, "thickness_m": 0.063}}
board = {{"family": "all-rounder", "name": {_CANARY!r}, **dims}}
for _ in range(30):
    add_board(other, parse(Board, board))
    facts = {{"name": {_CANARY!r}, "mass_kg": 71, "rung": "linking"}}
    surfer = Surfer.objects.create(shop=other, **facts)
    Fitting.objects.create(shop=other, surfer=surfer, facts=facts)
"""


def _sign_in(port: int, role: str) -> Asking:
    browser = Asking(port, {}, "", Seen())
    browser.token = browser.ask("sign in", "GET", "/api/session/")[1]["token"]
    body = {"username": f"fuzz-{role}", "password": _WORD}
    status, _ = browser.ask("sign in", "POST", "/api/session/", body)
    if status != 200:
        raise CannotGoOn(f"{role} could not sign in: {browser.seen.wrong}")
    browser.token = browser.ask("sign in", "GET", "/api/session/")[1]["token"]
    return browser


def _as(role: str, port: int, examples: int) -> int:
    """All addresses as a role; the exit code."""
    browser = _sign_in(port, role)
    report = BUILD / f"fuzz-{role}.txt"
    cookies = "; ".join(f"{key}={value}" for key, value in browser.cookies.items())
    words = [VENV / "bin" / "st", "run", ROOT / "docs" / "openapi.json", "--url", f"http://127.0.0.1:{port}"]
    words += ["-H", f"Cookie: {cookies}", "-H", f"X-CSRFToken: {browser.token}"]
    words += ["--checks", _CHECKS, "--exclude-path-regex", _LEFT_OUT, "--max-examples", str(examples)]
    words += ["--phases", "examples,coverage,fuzzing", "--continue-on-failure", "--no-color"]
    words += ["--generation-database", "none", "--suppress-health-check", "all"]
    env = {
        **os.environ,
        "SCHEMATHESIS_HOOKS": "tooling.fuzz_checks",
        "PYTHONPATH": str(ROOT),
        "CHORD_CANARY": _CANARY,
    }
    with open(report, "w", encoding="utf-8") as out:
        # It keeps a folder of its own where it is started.
        code = subprocess.call([str(word) for word in words], cwd=BUILD, env=env, stdout=out, stderr=out)
    text = report.read_text(encoding="utf-8")
    sent = re.search(r"([\d,]+) generated", text)
    say(f"  {role}: {sent[1] if sent else '?'} requests, {'good' if code == 0 else f'see {report}'}")
    return code


def fuzz(examples: int, roles: Sequence[str]) -> int:
    """Ask as each role.

    Args:
        examples: made-up requests of each operation, besides those at the edges of each field.

    Returns:
        1 where an answer was not as it should be.
    """
    install()
    fuzz_packages()
    bad = 0
    with scratch_cluster("fuzz") as cluster:
        # Who asks so much would be refused for that alone.
        env = {**server_env(cluster.url, "fuzz-" + "k" * 60, demo=True), "CHORD_ANONYMOUS_RATE": "0"}
        prepare(env, cluster, demo=True)
        make = [str(PYTHON), "manage.py", "shell", "-c", _MAKE]
        subprocess.run(make, cwd=SERVER, env=env, stdout=subprocess.DEVNULL, check=True)
        port = free_port()
        with serving(env, port):
            for role in roles or ROLES:
                bad += _as(role, port, examples) != 0
    return int(bad > 0)
