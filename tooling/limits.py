"""Limits of the documents' numbers, for the screens: out of the OpenAPI document, the one place of them."""

from __future__ import annotations

import json
import re
import sys
from collections.abc import Iterator
from pathlib import Path

from tooling.paths import ROOT

HEAD = "// The lowest and the highest number that a document allows; written by `./chord generate`.\n"


def _bounds(field: dict[str, object]) -> tuple[float, float] | None:
    """The lowest and the highest value of a field that has both."""
    one_of = field.get("anyOf")
    choices = [field, *one_of] if isinstance(one_of, list) else [field]
    for choice in choices:
        low, high = choice.get("minimum"), choice.get("maximum")
        if isinstance(low, int | float) and isinstance(high, int | float):
            return low, high
    return None


def _documents(text: str) -> Iterator[tuple[str, dict[str, tuple[float, float]]]]:
    """Name and bounded fields of each document that has some, by name."""
    for name, document in sorted(json.loads(text)["components"]["schemas"].items()):
        found = {field: _bounds(of) for field, of in document.get("properties", {}).items()}
        bounded = {field: bounds for field, bounds in found.items() if bounds}
        if bounded:
            yield name, bounded


def limits_text(openapi: str) -> str:
    """The TypeScript file, a constant a document, so that a screen takes only what it uses."""
    parts = [HEAD]
    for name, fields in _documents(openapi):
        constant = re.sub(r"(?<=[a-z])(?=[A-Z])", "_", name).upper()
        rows = "".join(f"  {field}: [{low:.12g}, {high:.12g}],\n" for field, (low, high) in fields.items())
        parts.append(f"export const {constant}_LIMITS = {{\n{rows}}} as const\n")
    return "\n".join(parts)


def main() -> int:
    """Write the file to the path that is given."""
    openapi = (ROOT / "docs" / "openapi.json").read_text(encoding="utf-8")
    Path(sys.argv[1]).write_text(limits_text(openapi), encoding="utf-8")
    return 0


if __name__ == "__main__":
    sys.exit(main())
