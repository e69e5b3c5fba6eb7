"""What a part's form asks, read from its model, so that a form can never ask for something else."""

from __future__ import annotations

from functools import cache
from typing import Any, Literal

from pydantic import BaseModel

from waymark.rooms.shelves.parts import PART_MODELS
from waymark.rooms.telling import Told

_FIRST = ("name", "rung", "price_band", "owned", "in_stock")


class FormField(BaseModel):
    """One field: its name, its label, what it takes and its bounds."""

    name: str
    label: Told
    takes: Literal["number", "words", "list", "yes or no"]
    unit: str
    required: bool
    least: float | None = None
    greatest: float | None = None
    usual: float | str | bool | None = None


@cache
def part_forms() -> dict[str, list[FormField]]:
    """Fields of every kind of part, its own after the name."""
    made = {}
    for kind, model in PART_MODELS.items():
        schema = model.model_json_schema()
        fields = [_field(n, p, n in schema.get("required", ())) for n, p in schema["properties"].items() if n != "kind"]
        own = [f for f in fields if f.name not in (*_FIRST, "rider_limit_kg")]
        made[kind] = [f for f in fields if f.name == "name"] + own
    return made


def _field(name: str, spec: dict[str, Any], required: bool) -> FormField:
    types = [spec, *spec.get("anyOf", ())]
    kind = next((t["type"] for t in types if t.get("type") not in (None, "null")), "string")
    bounds: dict[str, Any] = next((t for t in types if "minimum" in t), {})
    unit = next((u for end, u in (("_mm", "mm"), ("_deg", "°"), ("_kg", "kg")) if name.endswith(end)), "")
    stem = name.removesuffix("_mm").removesuffix("_deg").removesuffix("_kg").replace("_", " ")
    usual = spec.get("default")
    return FormField(
        name=name,
        label=stem[0].upper() + stem[1:],
        takes={"number": "number", "integer": "number", "boolean": "yes or no", "array": "list"}.get(kind, "words"),
        unit=unit,
        required=required,
        least=bounds.get("minimum"),
        greatest=bounds.get("maximum"),
        usual=usual if isinstance(usual, int | float | str | bool) else None,
    )
