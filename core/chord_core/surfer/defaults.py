"""Defaults of a surfer: what is assumed when it was not said, with the reason why."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.documents.surfer import Learned, Surfer
from chord_core.documents.verbs.shared import Assumed
from chord_core.surfer.body import KIT_KG, SUIT_AT_M, SUIT_KG_MM
from chord_core.surfer.skill import rung_from_skills
from chord_core.tables import Rung, families, rungs

CHILD_KG = 40.0
#: Mass over height squared [kg/m2] by mass [kg].
_BODY_INDEX = ((14.0, 30.0, 45.0, 75.0), (15.5, 17.0, 19.5, 23.7))
#: Sessions a month that change nothing, the power with which fewer count, and the factor of very many.
_PRACTISED, _RUST_POWER, _RUST_LEAST = 6, 0.05, 0.98
#: Age that is assumed of a child and of anybody else.
_CHILDS_AGE, _GROWN_AGE = 11, 30
#: Masses [kg] and heights [m] of grown people who are heavier than most: medians by mass flatten out.
_GROWN_KG = 75.0
_GROWN = ((75.0, 90.0, 110.0, 150.0), (1.78, 1.82, 1.85, 1.87))


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
    style: str
    craft: str
    aim: str

    @property
    def out_of_practice(self) -> float:
        """Factor for few sessions a month: 1 at six, more float and less power below, .98 from nine up."""
        return float(max((_PRACTISED / max(self.sessions_month, 0.5)) ** _RUST_POWER, _RUST_LEAST))

    @property
    def learned(self) -> Learned:
        """What sessions have taught; factors of one where there are none."""
        return self.surfer.learned or Learned()

    @property
    def standing_kg(self) -> float:
        """Mass [kg] with wetsuit, and for a stand-up rider with the kit."""
        suit = SUIT_KG_MM * self.wetsuit_mm * self.height_m / SUIT_AT_M
        return self.mass_kg + suit + (KIT_KG if self.craft == "stand_up" else 0.0)

    @property
    def child(self) -> bool:
        """Whether the rules for children under 40 kg hold."""
        return self.mass_kg < CHILD_KG


def height_from_mass(mass_kg: float) -> float:
    """Body height [m] that goes with a mass [kg]: mass / height squared of 17 for a child of 30 kg rising to
    23.7 for 75 kg (middle of the usual ranges); from there on people are heavier, hardly taller."""
    index = np.interp(mass_kg, *_BODY_INDEX)
    if mass_kg <= _GROWN_KG:
        return float(round(np.sqrt(mass_kg / index), 2))
    return float(round(np.interp(mass_kg, *_GROWN), 2))


def missing_facts(surfer: Surfer) -> tuple[str, ...]:
    """Facts without which there is no answer: nothing sensible can be assumed for them."""
    known = {"mass_kg": surfer.mass_kg, "rung": surfer.rung or rung_from_skills(surfer.skills)}
    return tuple(name for name, value in known.items() if value is None)


#: Who links turns and says nothing more wants the waves as they are.
NO_AIM = "none in particular"


def _usual_aim(rung: Rung) -> str:
    return "progress" if rung.step < rungs()["linking"].step else NO_AIM


def _usual_craft(surfer: Surfer) -> tuple[str, str]:
    """Who asks for a stand-up board, or rides one, paddles standing."""
    named = surfer.wish or (surfer.present_board.family if surfer.present_board else None)
    if named and families()[named].board_class == "stand-up":
        return "stand_up", "a stand-up board is spoken of"
    return "prone", "most lie down to paddle"


def rider_with_defaults(surfer: Surfer) -> tuple[Rider, list[Assumed]]:
    """Fill a surfer in; needs mass and rung (see ``missing_facts``).

    Returns:
        The rider, and each fact that was assumed with its reason.
    """
    seen = None if surfer.rung else rung_from_skills(surfer.skills)
    name = surfer.rung or (seen.rung if seen else None)
    assert surfer.mass_kg is not None and name is not None
    rung = rungs()[name]
    guesses: dict[str, tuple[float | str, str]] = {
        "height_m": (height_from_mass(surfer.mass_kg), "usual for this mass"),
        "age": (_CHILDS_AGE if surfer.mass_kg < CHILD_KG else _GROWN_AGE, "no correction for age"),
        "fitness": ("good", "no correction for fitness"),
        "sessions_month": (4.0, "about once a week"),
        "wetsuit_mm": (3.0, "a spring suit"),
        "foot_weight": ("even", "most stand so"),
        "style": ("active", "most pump for speed"),
        "craft": _usual_craft(surfer),
        "aim": (_usual_aim(rung), "usual on this rung"),
    }
    values = {name: getattr(surfer, name) for name in guesses}
    assumed = [
        Assumed(field=name, value=guess, why=why)
        for name, (guess, why) in guesses.items()
        if values[name] is None
    ]
    values |= {fact.field: fact.value for fact in assumed}
    if seen:
        assumed.append(Assumed(field="rung", value=name, why=seen.says))
    return Rider(surfer=surfer, mass_kg=surfer.mass_kg, rung=rung, **values), assumed
