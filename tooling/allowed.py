"""What documents allow, numbers and words, for the screens: out of the OpenAPI document, its one place."""

from __future__ import annotations

import json
import re
import sys
from collections.abc import Iterator
from pathlib import Path

from tooling.paths import ROOT

HEAD = """\
// The lowest and the highest number that a document allows (LIMITS), and the words of each field (WORDS);
// written by `./chord generate`.
"""
Field = dict[str, object]


def _choices(field: Field) -> Iterator[Field]:
    """A field as it stands, and each way in which it may be given: a list's items too."""
    yield field
    for way in ("anyOf", "items"):
        more = field.get(way)
        for one in more if isinstance(more, list) else [more]:
            if isinstance(one, dict):
                yield from _choices(one)


def _bounds(field: Field) -> str | None:
    """The lowest and the highest value of a field that has both."""
    for choice in _choices(field):
        low, high = choice.get("minimum"), choice.get("maximum")
        if isinstance(low, int | float) and isinstance(high, int | float):
            return f"[{low:.12g}, {high:.12g}]"
    return None


def _words(field: Field) -> str | None:
    """The words of a field that takes one of some, or a list of them."""
    for choice in _choices(field):
        words = choice.get("enum")
        if isinstance(words, list) and len(words) > 1 and all(isinstance(word, str) for word in words):
            quoted = ", ".join("'" + word.replace("'", "\\'") + "'" for word in words)
            return f"[{quoted}]"
    return None


def _constants(name: str, document: dict[str, object]) -> Iterator[str]:
    """A document's limits, and the words of each field: so that a page takes only what it uses."""
    stem = re.sub(r"(?<=[a-z])(?=[A-Z])", "_", name).upper()
    fields = document.get("properties", {})
    assert isinstance(fields, dict)
    if rows := [f"  {field}: {found},\n" for field, of in fields.items() if (found := _bounds(of))]:
        yield f"export const {stem}_LIMITS = {{\n{''.join(rows)}}} as const\n"
    for field, of in fields.items():
        if found := _words(of):
            yield f"export const {stem}_{field.upper()}_WORDS = {found} as const\n"


def allowed_text(openapi: str) -> str:
    """The TypeScript file."""
    documents = sorted(json.loads(openapi)["components"]["schemas"].items())
    return "\n".join([HEAD, *(one for name, of in documents for one in _constants(name, of))])


def main() -> int:
    """Write the file to the path that is given."""
    openapi = (ROOT / "docs" / "openapi.json").read_text(encoding="utf-8")
    Path(sys.argv[1]).write_text(allowed_text(openapi), encoding="utf-8")
    return 0


if __name__ == "__main__":
    sys.exit(main())
