"""Facts in pencil: what is taken when it was not said, with the reason, so that it can be overwritten."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from chord_core.documents.results import Assumed
from chord_core.documents.surfer import Surfer
from chord_core.documents.water import Water
from chord_core.physics import FRESH_KG_M3, SEA_KG_M3
from chord_core.tables import Rung, rungs
from chord_core.water.days import Days, days_of

#: Usual face of a surfer who has not said: waist high.
USUAL_SHARE = 0.57
#: Small and big day as a share of the usual one, when only the usual is known.
SMALL_OF_USUAL, BIG_OF_USUAL = 0.6, 1.6
#: From this share of body height waves break over a paddling surfer.
DUCK_DIVE_FROM = 0.70
CHILD_KG = 40.0
DENSITY = {"sea": SEA_KG_M3, "white_water": SEA_KG_M3, "river": FRESH_KG_M3, "pool": FRESH_KG_M3}


@dataclass(frozen=True)
class Rider:
    """A surfer with every fact that the rules need, said or assumed. SI units."""

    surfer: Surfer
    mass_kg: float
    height_m: float
    age: int
    rung: Rung
    fitness: str
    sessions_month: float
    wetsuit_mm: float
    foot_weight: str
    craft: str
    aim: str

    @property
    def out_of_practice(self) -> float:
        """Factor for few sessions a month: 1 at six, more float and less power below, .98 from nine up."""
        return float(max((6 / max(self.sessions_month, 0.5)) ** 0.05, 0.98))

    @property
    def child(self) -> bool:
        """Whether the rules for children under 40 kg hold."""
        return self.mass_kg < CHILD_KG


@dataclass(frozen=True)
class Spot:
    """A water with every fact that the rules need. SI units."""

    kind: str
    days: Days
    steepness: str
    duck_dive_needed: bool
    water_kg_m3: float


def height_from_mass(mass_kg: float) -> float:
    """Body height [m] that goes with a mass [kg]: mass / height squared of 17 for a child of 30 kg
    rising to 23.7 for 75 kg (middle of the usual ranges)."""
    index = np.interp(mass_kg, [30, 45, 75], [17.0, 19.5, 23.7])
    return float(round(np.sqrt(mass_kg / index), 2))


def missing_facts(surfer: Surfer) -> tuple[str, ...]:
    """Facts without which there is no answer: nothing sensible can be assumed for them."""
    return tuple(name for name in ("mass_kg", "rung") if getattr(surfer, name) is None)


def _usual_aim(rung: Rung) -> str:
    return "progress" if rung.step < rungs()["linking"].step else "one board for everything"


def pencil_rider(surfer: Surfer) -> tuple[Rider, list[Assumed]]:
    """Fill a surfer in; needs mass and rung (see ``missing_facts``).

    Returns:
        The rider, and each fact that was assumed with its reason.
    """
    assert surfer.mass_kg is not None and surfer.rung is not None
    rung = rungs()[surfer.rung]
    guesses: dict[str, tuple[float | str, str]] = {
        "height_m": (height_from_mass(surfer.mass_kg), "usual for this mass"),
        "age": (11 if surfer.mass_kg < CHILD_KG else 30, "no correction for age"),
        "fitness": ("good", "no correction for fitness"),
        "sessions_month": (4.0, "about once a week"),
        "wetsuit_mm": (3.0, "a spring suit"),
        "foot_weight": ("even", "most stand so"),
        "craft": ("prone", "most lie down to paddle"),
        "aim": (_usual_aim(rung), "usual on this rung"),
    }
    values = {name: getattr(surfer, name) for name in guesses}
    assumed = [
        Assumed(field=name, value=guess, why=why)
        for name, (guess, why) in guesses.items()
        if values[name] is None
    ]
    values |= {fact.field: fact.value for fact in assumed}
    return Rider(surfer=surfer, mass_kg=surfer.mass_kg, rung=rung, **values), assumed


def pencil_water(water: Water, body_m: float) -> tuple[Spot, list[Assumed]]:
    """Fill a water in for a surfer of height ``body_m`` [m]."""
    usual = water.usual_m
    if usual is None:
        known = [f for f in (water.small_m, water.big_m) if f is not None]
        usual = float(np.exp(np.mean(np.log(known)))) if len(known) == 2 else None
    usual = usual or (water.small_m or 0) / SMALL_OF_USUAL or (water.big_m or 0) / BIG_OF_USUAL
    usual = usual or USUAL_SHARE * body_m
    guesses: dict[str, tuple[float | str | bool, str]] = {
        "usual_m": (round(usual, 2), "waist high, or between the days that are known"),
        "small_m": (round(SMALL_OF_USUAL * usual, 2), "six tenths of the usual day"),
        "big_m": (
            round(BIG_OF_USUAL * usual, 2),
            "one and a half times the usual day and a little",
        ),
        "steepness": ("average", "between soft and steep"),
        "duck_dive_needed": (
            water.kind == "sea" and usual > DUCK_DIVE_FROM * body_m,
            "from about chest high waves break over a paddling surfer",
        ),
    }
    assumed = [
        Assumed(field=f"water.{name}", value=guess, why=why)
        for name, (guess, why) in guesses.items()
        if getattr(water, name) is None and _asked(water.kind, name)
    ]
    values: dict[str, Any] = {name: guess for name, (guess, _) in guesses.items()}
    values |= {name: getattr(water, name) for name in guesses if getattr(water, name) is not None}
    days = days_of(values.pop("small_m"), values.pop("usual_m"), values.pop("big_m"))
    density = water.water_kg_m3 or DENSITY[water.kind]
    return Spot(kind=water.kind, days=days, water_kg_m3=density, **values), assumed


def _asked(kind: str, name: str) -> bool:
    """Whether a fact is one of this kind of water's: a river has one face, no duck-dive."""
    return kind != "river" or name in ("usual_m", "steepness")
