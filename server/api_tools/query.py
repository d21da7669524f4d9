"""What stands behind the question mark of an address: read, checked and described from one document."""

from functools import cache
from typing import Annotated, Any, TypeVar

from drf_spectacular.utils import OpenApiParameter
from pydantic import BaseModel, BeforeValidator, WithJsonSchema
from rest_framework.request import Request

from chord_core.documents import parse

QueryT = TypeVar("QueryT", bound=BaseModel)
_ItemT = TypeVar("_ItemT")


def _split(text: object) -> object:
    return [part for part in text.split(",") if part] if isinstance(text, str) else text


#: A list that an address writes between commas: ``ids=12,5``.
CommaList = Annotated[tuple[_ItemT, ...], BeforeValidator(_split), WithJsonSchema({"type": "string"})]


def _one_schema(schema: dict[str, Any]) -> dict[str, Any]:
    """The schema of a value that may be left out, without null: an address leaves it away."""
    ways = [way for way in schema.get("anyOf", ()) if way.get("type") != "null"]
    plain = {**schema, **ways[0]} if len(ways) == 1 else schema
    return {name: value for name, value in plain.items() if name not in ("anyOf", "title", "default")}


def parameters(*models: type[BaseModel]) -> list[OpenApiParameter]:
    """What the fields of documents are in the description of an address."""
    described = []
    for model in models:
        schema = model.model_json_schema()
        for name, field in schema.get("properties", {}).items():
            plain = _one_schema(field)
            says = plain.pop("description", "")
            needed = name in schema.get("required", ())
            described.append(OpenApiParameter(name, plain, required=needed, description=says))
    return described


@cache
def _lists(model: type[BaseModel]) -> tuple[str, ...]:
    fields = model.model_json_schema().get("properties", {})
    return tuple(name for name, field in fields.items() if field.get("type") == "array")


def read_query(request: Request, model: type[QueryT]) -> QueryT:
    """The fields of ``model`` as an address gives them; what it leaves away has the document's own default.

    Raises:
        ChordError: names the word, its value and what is allowed.
    """
    asked = request.query_params
    given: dict[str, Any] = {name: asked[name] for name in model.model_fields if name in asked}
    given |= {name: asked.getlist(name) for name in _lists(model) if name in asked}
    return parse(model, given)
