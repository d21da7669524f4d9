"""The verbs as they are used: programs with pipes of bytes, whatever stands in them."""

import contextlib
import json
import os
import subprocess
import sys
import traceback
from io import BufferedIOBase, TextIOWrapper
from pathlib import Path
from tempfile import TemporaryFile
from typing import NoReturn, TextIO, cast
from unittest import TestCase

from chord_core.cli import ABOUT, EXPLAINED, VERBS, main
from tests import draws

CORE = Path(__file__).resolve().parent.parent
BOARD = b'{"board": {"family": "gun", "length_m": 2.4, "width_m": 0.5, "thickness_m": 0.075%s}}'
LONG = b"x" * 200_000
#: What comes through a pipe, by verb; all of it is refused.
BAD: tuple[tuple[str, bytes], ...] = (
    ("hull", b""),
    ("hull", b"\xff\xfe\x00"),
    ("hull", b"{" * 100_000),
    ("hull", b'{"board": ' + b"[" * 5_000 + b"]" * 5_000 + b"}"),
    ("hull", BOARD % b', "name": "half \\ud83d"'),
    ("hull", BOARD % b', "na\\udc00me": 1'),
    ("hull", b'{"\\ud800": 1}'),
    ("hull", BOARD % (b', "price": ' + b"9" * 402)),
    ("hull", BOARD % (b', "price": ' + b"9" * 6_000)),
    ("hull", BOARD % b', "price": 1e999'),
    ("line", b"6'0 x 20 \xff x 2 1/2"),
    ("line", b"6'0 x 20 x \x00"),
    ("line", LONG),
    ("tide", b'{"tide": {}, "begin": "0001-01-01T00:00:00Z"}'),
    ("tide", b'{"tide": {}, "begin": "9999-12-31T23:00:00Z"}'),
    ("river", b'{"river": {"rating": [{"flow_m3_s": 18, "speed_m_s": 2.7, "depth_m": 0.5, "face_m": 0.6}],'
              b' "low_m3_s": 10, "high_m3_s": 20}, "flows": "time,flow,' + LONG + b'\\n2020-01-01,15\\n"}'),
    ("nothing", b"{}"),
)  # fmt: skip


def ask(verb: str, given: bytes) -> tuple[int, bytes, bytes]:
    """The answer of a program of its own."""
    done = subprocess.run(
        [sys.executable, "-X", "utf8", "-m", "chord_core.cli", verb], input=given, capture_output=True,
        check=False, env={**os.environ, "PYTHONPATH": str(CORE)}, timeout=300,
    )  # fmt: skip
    return done.returncode, done.stdout, done.stderr


def _text(number: int, mode: str) -> TextIO:
    return TextIOWrapper(cast(BufferedIOBase, os.fdopen(number, f"{mode}b")), encoding="utf-8")


def as_program(verb: str) -> NoReturn:
    """Go on as the program that was called by the verb, with the pipes that are there."""
    sys.argv = ["core", verb]
    sys.stdin, sys.stdout, sys.stderr = map(_text, range(3), "rww")
    code = 1
    try:
        code = main()
        sys.stdout.flush()
    except BaseException:
        traceback.print_exc()
    sys.stderr.flush()
    os._exit(code)


def ask_again(verb: str, given: bytes) -> tuple[int, bytes, bytes]:
    """The answer of a program that has loaded the core already (which takes two seconds)."""
    with TemporaryFile() as out, TemporaryFile() as err:
        there, here = os.pipe()
        child = os.fork()
        if child == 0:
            os.close(here)
            for at, stream in enumerate((there, out.fileno(), err.fileno())):
                os.dup2(stream, at)
            as_program(verb)
        os.close(there)
        with open(here, "wb") as pipe, contextlib.suppress(BrokenPipeError):
            pipe.write(given)
        code = os.waitstatus_to_exitcode(os.waitpid(child, 0)[1])
        for stream in (out, err):
            stream.seek(0)
        return code, out.read(), err.read()


class Pipes(TestCase):
    def refused(self, answer: tuple[int, bytes, bytes]) -> None:
        code, out, err = answer
        self.assertEqual((code, err), (2, b""))
        error = json.loads(out.decode("utf-8"))["error"]
        self.assertTrue(error["field"] and len(error["message"]) > 10)

    def test_whatever_comes_is_refused_with_a_sentence(self) -> None:
        for verb, given in BAD:
            with self.subTest(verb=verb, given=given[:60]):
                self.refused(ask_again(verb, given))

    def test_the_program_itself_refuses(self) -> None:
        for verb, given in BAD[:: draws(1, len(BAD))]:
            self.refused(ask(verb, given))

    def test_what_is_right_is_answered_in_utf8(self) -> None:
        code, out, _ = ask_again("line", "Tühlf 6'0 × 20 ½ × 2 ⅝, 33 L".encode())
        self.assertEqual((code, json.loads(out)["name"]), (0, "Tühlf"))

    def test_every_verb_is_named_and_explained(self) -> None:
        code, out, _ = ask_again("--help", b"")
        self.assertEqual(code, 0)
        others = ("line", "track", "drawings")
        self.assertEqual(set(ABOUT), {*VERBS, *others})
        for verb in (*VERBS, *others, *EXPLAINED):
            self.assertIn(f"  {verb} ", out.decode())
