"""The page that a surfer takes home: the board, why, what to look for, care and cautions, on one sheet.

The figures are those of the screen. Mass, age and notes stay in the shop.
"""

from __future__ import annotations

from chord_core.documents import Surfer, Water
from chord_core.documents.verbs.gear import GearResult, Sum
from chord_core.documents.verbs.rank import Ranked
from chord_core.documents.verbs.size import Windows
from chord_core.fit.rules.gates import a
from chord_core.fit.rules.gear import care_for
from fittings.documents import Answer, Bench
from paper.measures import MEASURES, measure_text
from paper.sheet import LEFT, WIDE, Sheet, draw_board


def _windows(sheet: Sheet, windows: Windows, units: str) -> None:
    spans = windows.model_dump()
    rows = [(word, *(measure_text(end, step, units) for end in spans[name])) for name, word, step in MEASURES]
    rows.insert(3, ("Litres", *(f"{end:.1f}" for end in spans["litres"])))
    sheet.set_font("sans", "", 10.5)
    half = (len(rows) + 1) // 2
    top = sheet.get_y()
    for i, (word, low, high) in enumerate(rows):
        x, y = LEFT + (i // half) * WIDE / 2, top + (i % half) * 5.6
        sheet.text(x, y + 4, word)
        sheet.text(x + 38, y + 4, f"{low} to {high}")
    sheet.set_y(top + half * 5.6 + 1)


def _title(bench: Bench, units: str) -> str:
    line = bench.hull.line.metric if units == "metric" else bench.hull.line.imperial
    return f"{bench.board.name or bench.board.family}, {line}"


def _why(sheet: Sheet, ranked: Ranked) -> None:
    sheet.listed(ranked.on_the_wave.says)
    sheet.head("For")
    own = ranked.advice.reasons if ranked.advice else ()
    sheet.listed([*own, *ranked.for_])
    if ranked.against:
        sheet.head("To know")
        sheet.listed(ranked.against)


def _sentence(text: str) -> str:
    return f"{text[0].upper()}{text[1:].rstrip('.')}."


def _with_it(gear: GearResult | None) -> list[str]:
    """Leash, pad, wax and what mends it, each as it is chosen for this board, surfer and water."""
    if gear is None or not gear.leash:
        return []
    wax = [f"Wax for this water: {gear.wax}"] if gear.wax else []
    return [
        _sentence(says)
        for says in (f"{gear.leash.rstrip('.')}; {gear.pad}", *wax, f"Mend it with {gear.kit}")
    ]


def _sum(sheet: Sheet, found: Sum) -> None:
    """The lines of the sum in two columns, the total, and the same over some months."""
    sheet.set_font("sans", "", 10.5)
    half, top = (len(found.lines) + 1) // 2, sheet.get_y()
    for i, line in enumerate(found.lines):
        x, y = LEFT + (i // half) * WIDE / 2, top + (i % half) * 5.2
        sheet.text(x, y + 4, line.says)
        sheet.text(x + 58, y + 4, "?" if line.price is None else str(line.price))
    sheet.set_y(top + half * 5.2 + 0.5)
    over = f", {found.over} over the budget" if found.over else ""
    tax = f", of which tax {found.tax_in_it}" if found.tax_in_it else ""
    sheet.says(f"Out of the door {found.total} {found.currency}{tax}{over}.", style="B")
    months = ", ".join(f"{row.months} x {row.each}" for row in found.instalments)
    if months:
        sheet.says(f"Or by the month: {months}; what cannot be shared is in the first.", size=9.5)


def hand_out(
    surfer: Surfer,
    water: Water,
    answer: Answer,
    kind: tuple[str, Windows] | None,
    gear: GearResult | None,
    ahead: str,
    units: str,
    shop: str,
) -> bytes:
    """One A4 page as PDF.

    Args:
        answer: as the screen shows it; without a board or an answer the page says so.
        kind: a family and its windows, as they stand under the bench.
        gear: what leaves the shop with the board, as the screen has it.
        ahead: how long the board serves and what comes after it, as the screen says it.
        units: ``imperial`` or ``metric``.
    """
    sheet = Sheet()
    sheet.set_title(f"Fitting for {_first_name(surfer)}")
    sheet.says(shop, size=9.5)
    sheet.says(f"For {_first_name(surfer)}", "serif", size=22, high=11)
    bench = answer.bench
    if bench is None or bench.ranked is None:
        sheet.says(answer.not_yet or "No board yet: mass and what you can do are not known.")
        return bytes(sheet.output())
    sheet.says(_title(bench, units), style="B", size=13, high=7)
    where = f" at {water.name}" if water.name else ""
    sheet.says(f"{bench.board.family}; judged for your waves{where}.", size=10)
    if ahead:
        sheet.says(ahead, size=10)
    draw_board(sheet, bench.hull)
    _why(sheet, bench.ranked)
    if kind:
        sheet.head(f"What to look for in {a(kind[0])}")
        _windows(sheet, kind[1], units)
    sheet.head("Fins, leash and care")
    fins = bench.ranked.fins.says
    sheet.listed([_sentence(fins), *_with_it(gear), *care_for(bench.board)])
    if gear and gear.sum:
        sheet.head("All in")
        _sum(sheet, gear.sum)
    sheet.head("Before you go in")
    advice = bench.ranked.advice
    mind = (*advice.warnings, advice.does_not) if advice else ()
    cautions = (*answer.size.cautions, *bench.ranked.cautions)
    sheet.listed([*(caution.says for caution in cautions), *mind])
    return bytes(sheet.output())


def _first_name(surfer: Surfer) -> str:
    return surfer.name.split(" ")[0] if surfer.name else "you"
