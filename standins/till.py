"""A simulated till with a stock list of its own: a month of deliveries, prices, sales and broken lines.

``python -m standins.till --at http://127.0.0.1:8400 --token WORD --days 30``. Every day boards come in,
prices change, boards are sold; some requests are sent twice, of some the answer is lost and they are sent
again, as tills do. Each evening it reads what changed since the last one, asks for those boards, and compares
its own list with what hangs in the shop. A line of JSON a day; it ends with 1 if a list differed.
"""

from __future__ import annotations

import argparse
import json
import sys
import urllib.error
import urllib.request
from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import Any

import numpy as np

#: What a delivery is made of: kind of board, length, width, thickness [m].
_MODELS = (
    ("all-rounder", 1.83, 0.51, 0.064),
    ("performance fish", 1.75, 0.53, 0.063),
    ("mid-length", 2.13, 0.54, 0.07),
    ("mini-mal", 2.24, 0.56, 0.075),
    ("nose-rider", 2.82, 0.585, 0.076),
)
#: How often a request is sent twice, and how often its answer is lost.
_TWICE, _LOST = 0.15, 0.1
_TRIES = 4


class Refused(Exception):
    """The shop refused: the status, and what it says."""

    def __init__(self, status: int, says: dict[str, Any]) -> None:
        super().__init__(f"{status}: {says.get('detail', says)}")
        self.status = status


@dataclass
class Day:
    """What happened on a day, and whether the two lists were the same in the evening."""

    day: int
    came: int = 0
    sold: int = 0
    priced: int = 0
    sent_again: int = 0
    told: int = 0
    differ: list[str] = field(default_factory=list)


class Till:
    """A till with its own list: price by the shop's number of a board."""

    def __init__(self, at: str, word: str, seed: int = 0) -> None:
        self.at, self.word = at.rstrip("/"), word
        self.rng = np.random.default_rng(seed)
        #: Number of a board: its row in the shop, its price.
        self.stock: dict[str, tuple[int, float]] = {}
        self.copy: dict[int, dict[str, Any]] = {}
        self.known = 0
        self._made = 0
        self._asked = 0
        self._again = 0

    def run(self, days: int) -> Iterator[Day]:
        """Work some days."""
        self.known = self._end_of_changes()
        for day in range(1, days + 1):
            yield self.work(day)

    def work(self, day: int) -> Day:
        """One day, from delivery to evening."""
        done, self._again = Day(day), 0
        for _ in range(int(self.rng.poisson(3))):
            self._comes_in()
            done.came += 1
        for number in self._some(0.15):
            self._costs(number, round(self.stock[number][1] * float(self.rng.uniform(0.8, 1.1)), 2))
            done.priced += 1
        for number in self._some(0.12):
            self._sells(number)
            done.sold += 1
        done.sent_again = self._again
        done.told = self._reads_changes()
        done.differ = self._compares()
        return done

    def _some(self, share: float) -> list[str]:
        return [number for number in sorted(self.stock) if self.rng.random() < share]

    # -- what a till does

    def _comes_in(self) -> None:
        kind, length, width, thick = _MODELS[int(self.rng.integers(len(_MODELS)))]
        self._made += 1
        number, price = f"S-{self._made:05d}", float(self.rng.integers(280, 900))
        board = {"family": kind, "length_m": length, "width_m": width, "thickness_m": thick, "price": price}
        made = self._do("POST", "boards/", {"board": board, "number": number})
        self.stock[number] = (int(made["id"]), price)

    def _costs(self, number: str, price: float) -> None:
        """Read the board by its number, and change it on the condition that it is as it was read."""
        (read,) = self._ask("GET", f"boards/?number={number}")[0]
        body = {"version": read["version"], "board": {"price": price}}
        self._do("PATCH", f"boards/{read['id']}/", body)
        self.stock[number] = (read["id"], price)

    def _sells(self, number: str) -> None:
        self._do("DELETE", f"boards/{self.stock[number][0]}/?left_as=sold", None)
        del self.stock[number]

    # -- what it compares

    def _end_of_changes(self) -> int:
        after, more = 0, True
        while more:
            page, _ = self._ask("GET", f"changes/?after={after}&kinds=board&limit=1000")
            after, more = page["next"], page["more"]
        return int(after)

    def _reads_changes(self) -> int:
        """Keep the copy by changes alone: each board that was told of is asked for, and nothing else."""
        told, more = 0, True
        while more:
            page, _ = self._ask("GET", f"changes/?after={self.known}&kinds=board&limit=50")
            for row in {one["row"] for one in page["changes"]}:
                try:
                    self.copy[row] = self._ask("GET", f"boards/{row}/")[0]
                except Refused as gone:
                    if gone.status != 404:
                        raise
                    self.copy.pop(row, None)
            told += len(page["changes"])
            self.known, more = page["next"], page["more"]
        return told

    def _compares(self) -> list[str]:
        """Where its own list, the copy by changes, and the pages of the shop are not the same."""
        there: dict[int, dict[str, Any]] = {}
        path: str | None = "boards/?limit=100"
        while path:
            page, link = self._ask("GET", path)
            there |= {one["id"]: one for one in page if one["number"].startswith("S-")}
            path = link
        differ = []
        for number, (row, price) in self.stock.items():
            for name, boards in (("pages", there), ("changes", self.copy)):
                found = boards.get(row)
                if found is None or found["number"] != number or found["board"]["price"] != price:
                    differ.append(f"{number} by {name}")
        extra = (there.keys() | self.copy.keys()) - {row for row, _ in self.stock.values()}
        return differ + [f"row {row} is sold" for row in sorted(extra)]

    # -- how it asks

    def _do(self, method: str, path: str, body: Any) -> Any:
        """Do something once, however often it has to be sent: under one key."""
        self._asked += 1
        key = f"till-{self._asked}"
        for _ in range(_TRIES):
            done = self._ask(method, path, body, key)[0]
            if self.rng.random() >= _LOST:
                break
            # The answer never came: all one can do is to send the same again.
            self._again += 1
        if self.rng.random() < _TWICE:
            self._again += 1
            if self._ask(method, path, body, key)[0] != done:
                raise AssertionError(f"{method} {path} was answered otherwise the second time")
        return done

    def _ask(self, method: str, path: str, body: Any = None, key: str = "") -> tuple[Any, str | None]:
        """Ask the shop; the document, and the address of the next page."""
        headers = {"Authorization": f"Bearer {self.word}", "Content-Type": "application/json"}
        if key:
            headers["Idempotency-Key"] = key
        data = None if body is None else json.dumps(body).encode()
        request = urllib.request.Request(f"{self.at}/api/v1/{path}", data, headers, method=method)
        try:
            with urllib.request.urlopen(request, timeout=30) as answer:
                text = answer.read()
                link = answer.headers.get("Link", "")
        except urllib.error.HTTPError as error:
            with error:
                raise Refused(error.code, json.loads(error.read() or b"{}")) from error
        following = link.partition(">")[0].partition("/api/")[2] if link else None
        return (json.loads(text) if text else None), following


def main() -> int:
    """Work some days at a shop."""
    words = argparse.ArgumentParser(description=__doc__)
    words.add_argument("--at", default="http://127.0.0.1:8400")
    words.add_argument("--token", required=True, help="of a token in the role “counter”")
    words.add_argument("--days", type=int, default=30)
    words.add_argument("--seed", type=int, default=0)
    given = words.parse_args()
    differed = 0
    for day in Till(given.at, given.token, given.seed).run(given.days):
        print(json.dumps(vars(day)), flush=True)
        differed += bool(day.differ)
    return 1 if differed else 0


if __name__ == "__main__":
    sys.exit(main())
