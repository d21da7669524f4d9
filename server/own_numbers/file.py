"""A shop's own numbers as a file, and a file read beside the numbers in use."""

from __future__ import annotations

from accounts.models import Shop
from chord_core.errors import ChordError
from chord_core.tables.numbers import own_tables, shipped_numbers
from chord_core.tables.whole import shipped_tables
from own_numbers.documents import Left, NumberInFile, NumberRead, NumbersFile, NumbersRead
from own_numbers.selectors import number_out, who_set

FORMAT = "chord-numbers/1"


def numbers_file(shop: Shop) -> NumbersFile:
    """All numbers of a shop's own, with what they mean and why they were set."""
    own, known = shop.own_numbers(), shipped_numbers()
    who = who_set(shop, own)
    return NumbersFile(
        format=FORMAT,
        shop=shop.name,
        shipped_version=shipped_tables().version,
        numbers=tuple(
            NumberInFile(
                place=place,
                value=value,
                table=known[place].table,
                says=known[place].says,
                unit=known[place].unit,
                shipped=known[place].value,
                reason=who[place].reason if place in who else "",
            )
            for place, value in sorted(own.items())
        ),
    )


def read_numbers(shop: Shop, given: NumbersFile) -> NumbersRead:
    """What a file would change. A number that these tables do not have, or not so, is left out and named.

    Raises:
        ChordError: a number stands in the file twice.
    """
    own, known = shop.own_numbers(), shipped_numbers()
    who = who_set(shop, own)
    places = [row.place for row in given.numbers]
    twice = next((place for place in places if places.count(place) > 1), None)
    if twice is not None:
        raise ChordError("numbers", twice, "it stands there twice")
    found, left, same = [], [], 0
    for row in given.numbers:
        number = known.get(row.place)
        if number is None or not _taken(row):
            left.append(Left(place=row.place, value=row.value))
        elif own.get(row.place, number.value) == row.value:
            same += 1
        else:
            found.append(NumberRead(number=number_out(number, own, who), value=row.value))
    return NumbersRead(numbers=tuple(found), same=same, left_out=tuple(left))


def _taken(row: NumberInFile) -> bool:
    try:
        own_tables({row.place: row.value})
    except ChordError:
        return False
    return True
