"""The words that ``./chord`` understands."""

from __future__ import annotations

import argparse
import signal
import subprocess
import sys
from collections.abc import Sequence
from pathlib import Path

from tooling.paths import PYTHON, ROOT, version
from tooling.say import CannotGoOn


def _start(given: argparse.Namespace) -> int:
    from tooling.serve import start

    return start(given.port, not given.no_demo, given.standins, given.backups, given.workers)


def _install(_: argparse.Namespace) -> int:
    from tooling.elsewhere import install_only

    return install_only()


def _serve(given: argparse.Namespace) -> int:
    from tooling.elsewhere import serve

    return serve(given.bind, given.workers)


def _work(_: argparse.Namespace) -> int:
    from tooling.elsewhere import work

    return work()


def _standin(given: argparse.Namespace) -> int:
    from tooling.standins import standin

    return standin(given.name, given.more)


def _test(given: argparse.Namespace) -> int:
    from tooling.check import check

    return check(given.parts, given.deep)


def _core(given: argparse.Namespace) -> int:
    from tooling.environment import core_env
    from tooling.install import core_packages, system_packages

    if not PYTHON.exists():
        # Standard output carries the answer and nothing else.
        print("first use: installing the Python packages", file=sys.stderr)
        system_packages(browser=False, database=False)
    saved, sys.stdout = sys.stdout, sys.stderr
    try:
        core_packages()
    finally:
        sys.stdout = saved
    return subprocess.call([str(PYTHON), "-m", "chord_core.cli", *given.words], cwd=ROOT, env=core_env())


def _manage(given: argparse.Namespace) -> int:
    from tooling.demo import manage

    return manage(given.words)


def _sweep(given: argparse.Namespace) -> int:
    from tooling.demo import manage
    from tooling.install import sweep_packages

    sweep_packages()
    return manage(["sweep", str(given.folder.absolute()), *given.more])


def _backup(given: argparse.Namespace) -> int:
    from tooling.demo import manage

    keep = [] if given.keep is None else ["--keep", str(given.keep)]
    return manage(["backup", str(given.file.absolute()), *keep])


def _restore(given: argparse.Namespace) -> int:
    from tooling.demo import restore

    return restore(given.file.absolute(), given.replace)


def _load(given: argparse.Namespace) -> int:
    from tooling.floods import floods
    from tooling.kills import kills
    from tooling.load import load
    from tooling.throughput import throughput

    # Ended from outside, it ends what it started.
    signal.signal(signal.SIGTERM, signal.default_int_handler)
    if given.throughput:
        return throughput(max(given.workers, 2))
    if given.kills:
        return kills(given.kills, given.workers)
    if given.floods:
        return floods(given.workers)
    return load(given.advisors, given.seconds, given.workers)


def _fuzz(given: argparse.Namespace) -> int:
    from tooling.fuzz import fuzz

    return fuzz(given.examples, given.roles)


def _scale(given: argparse.Namespace) -> int:
    from tooling.scale import scale

    return scale((given.change, given.windows, given.doubts, given.step))


def _bench(given: argparse.Namespace) -> int:
    from tooling.bench import bench

    return bench(given.rounds)


def _look(_: argparse.Namespace) -> int:
    from tooling.look import look

    return look()


def _figures(_: argparse.Namespace) -> int:
    from tooling.figures import figures

    return figures()


def _recalibrate(given: argparse.Namespace) -> int:
    from tooling.recalibrate import recalibrate

    return recalibrate(given.file, given.write)


def _papers(given: argparse.Namespace) -> int:
    from tooling.papers import papers

    return papers(given.names)


def _demo(given: argparse.Namespace) -> int:
    from tooling.demo import demo

    return demo(given.reset)


def _schemas(_: argparse.Namespace) -> int:
    from tooling.generated import write_generated

    return write_generated()


def _add_start(verbs: argparse._SubParsersAction[argparse.ArgumentParser]) -> None:
    start = verbs.add_parser("start", help="install what is missing and serve on 127.0.0.1")
    start.add_argument("--port", type=int, help="the port to serve on (8400)")
    start.add_argument("--no-demo", action="store_true", help="no demo shop, no button that opens it")
    start.add_argument("--standins", action="store_true", help="with simulated devices beside it")
    start.add_argument(
        "--backups", type=Path, metavar="FOLDER", help="a backup into it every day; 14 are kept"
    )
    start.add_argument(
        "--workers", type=int, choices=range(1, 65), default=1, metavar="N", help="processes that answer (1)"
    )
    start.set_defaults(do=_start)


def _add_scale(verbs: argparse._SubParsersAction[argparse.ArgumentParser]) -> None:
    scale = verbs.add_parser(
        "scale", help="how many advisors a machine carries, from what load measures alone"
    )
    for name, usual in (("change", 75.0), ("windows", 60.0), ("doubts", 250.0), ("step", 95.0)):
        scale.add_argument(
            f"--{name}", type=float, default=usual, metavar="MS", help=f"alone, in ms ({usual:g})"
        )
    scale.set_defaults(do=_scale)


def _add_elsewhere(verbs: argparse._SubParsersAction[argparse.ArgumentParser]) -> None:
    install = verbs.add_parser(
        "install", help="install and build all that a server needs, without a database"
    )
    install.set_defaults(do=_install)
    serve = verbs.add_parser("serve", help="only answer, with the database of DATABASE_URL (docs/running.md)")
    serve.add_argument("--bind", default="127.0.0.1:8400", help="where to listen (127.0.0.1:8400)")
    serve.add_argument(
        "--workers", type=int, choices=range(1, 65), default=1, metavar="N", help="processes (1)"
    )
    serve.set_defaults(do=_serve)
    work = verbs.add_parser("work", help="only work the queue of jobs off")
    work.set_defaults(do=_work)


def _add_standin(verbs: argparse._SubParsersAction[argparse.ArgumentParser]) -> None:
    standin = verbs.add_parser(
        "standin", help="a simulated device: gauge, buoy (127.0.0.1), watch (writes tracks), till (a month)"
    )
    standin.add_argument("name", choices=["gauge", "buoy", "watch", "till"])
    standin.add_argument(
        "more",
        nargs=argparse.REMAINDER,
        help="words for it: --port, --fault, --every; --seed, --folder, --way",
    )
    standin.set_defaults(do=_standin)


def _add_data(verbs: argparse._SubParsersAction[argparse.ArgumentParser]) -> None:
    sweep = verbs.add_parser("sweep", help="all customers of a shop over its whole rack, as two tables")
    sweep.add_argument("folder", type=Path, help="where they are written")
    sweep.add_argument("more", nargs=argparse.REMAINDER, help="--shop --days --processes --scheduler")
    sweep.set_defaults(do=_sweep)
    backup = verbs.add_parser("backup", help="the whole database as one file")
    backup.add_argument("file", type=Path, help="the file, or a folder that is there")
    backup.add_argument("--keep", type=int, help="in a folder: delete all of ours but the newest so many")
    backup.set_defaults(do=_backup)
    restore = verbs.add_parser("restore", help="a backup in the place of what the database holds")
    restore.add_argument("file", type=Path)
    restore.add_argument("--replace", action="store_true", help="even where there are shops")
    restore.set_defaults(do=_restore)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        prog="./chord", description="Chord: a board for a surfer and the waves they really get."
    )
    parser.add_argument("--version", action="version", version=f"Chord {version()}")
    verbs = parser.add_subparsers(dest="word", required=True, metavar="WORD")
    _add_start(verbs)
    _add_elsewhere(verbs)
    _add_scale(verbs)
    _add_standin(verbs)
    test = verbs.add_parser("test", help="run everything: style, types, rules, web, core, API, screens")
    test.add_argument(
        "parts", nargs="*", metavar="PART",
        help="only: style types rules core api screens (behind one of the last three: test names), or quick",
    )  # fmt: skip
    test.add_argument("--deep", action="store_true", help="try every law of the core on many new cases")
    test.set_defaults(do=_test)
    # The core says itself which verbs it has.
    core = verbs.add_parser(
        "core", add_help=False, help="one JSON document in, one out; core --help names the verbs"
    )
    core.add_argument("words", nargs=argparse.REMAINDER)
    core.set_defaults(do=_core)
    manage = verbs.add_parser(
        "manage", help="a command of Django on Chord's database: manage add_person, shell …"
    )
    manage.add_argument("words", nargs=argparse.REMAINDER)
    manage.set_defaults(do=_manage)
    _add_data(verbs)
    figures = verbs.add_parser("figures", help="draw the figures of docs/model.md")
    figures.set_defaults(do=_figures)
    again = verbs.add_parser("recalibrate", help="what a shop's sessions say of the constants of the craft")
    again.add_argument("file", type=Path, help="what GET /api/findings/sessions.json sends")
    again.add_argument("--write", action="store_true", help="take what they say into the table")
    again.set_defaults(do=_recalibrate)
    papers = verbs.add_parser("papers", help="write docs/grid.md, fittings.md and constants.md")
    papers.add_argument("names", nargs="*", metavar="NAME", help="only: grid fittings constants")
    papers.set_defaults(do=_papers)
    load = verbs.add_parser("load", help="many advisors at once on this machine, as ratios to one alone")
    load.add_argument("--advisors", type=int, default=30, help="how many (30)")
    load.add_argument("--seconds", type=float, default=120, help="for how long (120)")
    load.add_argument("--workers", type=int, default=1, help="processes that answer (1)")
    load.add_argument("--kills", type=int, default=0, metavar="N", help="instead kill a process so often")
    load.add_argument("--floods", action="store_true", help="instead light work beside floods")
    load.add_argument("--throughput", action="store_true", help="instead whole answers a second")
    load.set_defaults(do=_load)
    fuzz = verbs.add_parser("fuzz", help="requests made up from the description of the API, as each role")
    fuzz.add_argument("roles", nargs="*", metavar="ROLE", help="only: owner advisor coach counter")
    fuzz.add_argument("--examples", type=int, default=30, help="of each operation (30)")
    fuzz.set_defaults(do=_fuzz)
    bench = verbs.add_parser("bench", help="measure speed, as ratios in one run")
    bench.add_argument("--rounds", type=int, default=40, help="how often each thing is done (40)")
    bench.set_defaults(do=_bench)
    look = verbs.add_parser("look", help="write current pictures of the screens to docs/screenshots/")
    look.set_defaults(do=_look)
    demo = verbs.add_parser("demo", help="the demo shop of a running or stopped application")
    demo.add_argument("--reset", action="store_true", required=True, help="load it afresh")
    demo.set_defaults(do=_demo)
    generated = verbs.add_parser("generate", help="write JSON Schemas, OpenAPI and the client's types")
    generated.set_defaults(do=_schemas)
    return parser


def main(words: Sequence[str] | None = None) -> int:
    """Do what the command line says; return the exit code."""
    given = _parser().parse_args(words)
    try:
        return int(given.do(given))
    except CannotGoOn as stop:
        print(f"\nchord: {stop}", file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        return 130
