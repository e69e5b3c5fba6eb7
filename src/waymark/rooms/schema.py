"""Small pieces that every room's shapes are made of."""

from __future__ import annotations

from typing import TYPE_CHECKING, Annotated, Any

from pydantic import BaseModel, ConfigDict, Field, PlainSerializer, PlainValidator, WithJsonSchema

from waymark.core.marks import Mark
from waymark.core.say import Said, from_kept, kept


class Strict(BaseModel):
    """Unknown names are refused; numbers are finite."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, str_strip_whitespace=True)


def mm(least: float, greatest: float, **more: Any) -> Any:
    """A length field with its plausible bounds."""
    return Field(ge=least, le=greatest, allow_inf_nan=False, **more)


class Point(Strict):
    """A mark from the BB, mm."""

    x_mm: float = mm(-2000, 3000)
    y_mm: float = mm(-2000, 3000)

    def mark(self) -> Mark:
        """As the core has it."""
        return Mark(self.x_mm, self.y_mm)


def _kept_said(value: Any) -> Said:
    if isinstance(value, Said):
        return value
    if isinstance(value, dict):
        return from_kept(value)
    raise ValueError("this is no sentence that was kept")


if TYPE_CHECKING:
    KeptSaid = Said
else:
    # Template and values, never text: what was said is told in the units and language of whoever reads it.
    KeptSaid = Annotated[
        Any,
        PlainValidator(_kept_said),
        PlainSerializer(kept),
        WithJsonSchema({"type": "object", "required": ["t", "v"], "description": "a sentence: template and values"}),
    ]
