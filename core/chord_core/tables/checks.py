"""Checks across tables: every name that one of them uses is a row of another."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import fields
from typing import TYPE_CHECKING

from chord_core.tables.constants import Constants

if TYPE_CHECKING:
    from chord_core.tables.whole import Tables

#: What is named, the names that are used, and those that there are.
Check = tuple[str, Iterable[str], Iterable[str]]


#: Sums of a few decimals are off by so much at most.
_NEARLY = 1e-6


def _boards(tables: Tables) -> Iterator[Check]:
    families = [row.name for row in tables.families.families]
    builds, setups = [row.name for row in tables.builds.builds], list(tables.fins.setups)
    of_kind = {*families, *(row.board_class for row in tables.families.families)}
    choice = tables.choice
    yield "families: level", (row.gate_rung for row in tables.families.families), _levels(tables)
    yield "families: fin set-up", (row.fin_setup for row in tables.families.families), setups
    yield "families: build", (row.build for row in tables.families.families), builds
    yield "families: tail", (row.tail_shape for row in tables.families.families), choice.tail_says
    yield "fins: pump of a set-up", tables.fins.pump, setups
    yield "fins: a pump for every set-up", setups, tables.fins.pump
    yield "fins: boxes of a set-up", tables.fins.boxes, setups
    yield "fins: boxes for every set-up", setups, tables.fins.boxes
    yield "choice: words for every set-up", setups, choice.setup_says
    yield "choice: set-up", (name for row in choice.setups.values() for name in row), setups
    yield "choice: set-ups of kinds", choice.setups, of_kind
    yield "choice: tail", (name for row in choice.tails.values() for name in row), choice.tail_says
    yield "choice: tails of kinds", choice.tails, of_kind
    yield "choice: build", (*choice.builds.soft, *choice.builds.hard), builds
    yield "choice: big water", choice.big_water, families
    yield "choice: dives", choice.dives_from, families
    yield "choice: steepness", choice.dives_from.values(), _steepness(tables)
    yield "gear: build", tables.gear.builds, builds
    yield "gear: every build", builds, tables.gear.builds
    yield "gear: currency", [tables.gear.currency], tables.gear.currencies
    yield "orders: build", (name for names in tables.orders.foams.values() for name in names), builds


def _way_ahead(tables: Tables) -> Iterator[Check]:
    yield "plan: level", tables.plan.sessions_to_next, _levels(tables)
    yield "quiver: level", [tables.quiver.learner_below], _levels(tables)
    yield "plan: every level but the last", _levels(tables)[:-1], tables.plan.sessions_to_next


def _levels(tables: Tables) -> list[str]:
    return [row.name for row in tables.rungs.rungs]


def _steepness(tables: Tables) -> list[str]:
    return [row.name for row in tables.waves.steepness]


def _surfers(tables: Tables) -> Iterator[Check]:
    complaints, behaviours = tables.complaints.complaints, [row.name for row in tables.needs.behaviours]
    yield "rungs: skill", (row.rung for row in tables.rungs.skills), _levels(tables)
    yield "needs: complaint", tables.needs.complaints, complaints
    yield "needs: every complaint", complaints, tables.needs.complaints
    named = (*tables.needs.complaints.values(), *tables.needs.aims.values())
    yield "needs: behaviour", (name for names in named for name in names), behaviours
    yield "sizing: complaint", tables.sizing.step_by_complaint, complaints
    steps = (*tables.sizing.step_by_complaint.values(), *tables.sizing.step_by_aim.values())
    yield "sizing: step", steps, tables.sizing.step
    yield "waves: similarity", (row.name for row in tables.waves.similarity), _steepness(tables)


def _answers(tables: Tables) -> Iterator[Check]:
    families, advice, kinds = (
        [row.name for row in tables.families.families],
        tables.advice,
        tables.expected_kinds,
    )
    sentences = (*advice.because, *advice.warnings)
    yield "advice: kind", advice.kinds, families
    yield "advice: every kind", families, advice.kinds
    yield "advice: flat kind", advice.flat, families
    yield "advice: kind of a sentence", (name for row in sentences for name in row.kinds), families
    classes = {row.board_class for row in tables.families.families}
    yield "advice: class of a sentence", (name for row in sentences for name in row.classes), classes
    yield "expected_kinds: usual odds", kinds.kinds_usual, families
    yield "expected_kinds: every kind", families, kinds.kinds_usual
    yield "expected_kinds: kind", (name for row in kinds.kinds.values() for name in row.kinds), families
    yield "sizing: longboard", tables.sizing.longboard_litres_per_kg, families


def _constants(tables: Tables) -> Iterator[Check]:
    used, there = [field.name for field in fields(Constants)], [row.name for row in tables.craft.constants]
    yield "craft: constant", there, used
    yield "craft: every constant", used, there


#: Rows of the weights of the fit that are added to others; every other one is a whole.
_ADDED = ("turning", "river turning")


def _weights(tables: Tables) -> Iterator[str]:
    for name, row in tables.fit.weights.items():
        total = row.rides + row.style + row.handling + row.growth
        if name not in _ADDED and abs(total - 1.0) > _NEARLY:
            yield f"fit: weights of “{name}” add up to {total:g}"


def cross_faults(tables: Tables) -> list[str]:
    """What does not fit together, a sentence each; none where all does."""
    faults = []
    for check in (_boards, _surfers, _answers, _way_ahead, _constants):
        for what, names, there in check(tables):
            known = set(there)
            faults += [f"{what} “{name}” is not known" for name in names if name not in known]
    return [*faults, *_weights(tables)]
