"""Small pieces that every room's shapes are made of."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from waymark.core.marks import Mark
from waymark.core.say import Angle, Count, Length, Said, Words


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


class ValueOut(BaseModel):
    """A value in a sentence, for the reader's units; ``exact`` keeps its decimals."""

    kind: Literal["length", "angle", "count", "words", "said"]
    number: float | None = None
    text: str | None = None
    said: SaidOut | None = None
    signed: bool = False
    exact: bool = False


class SaidOut(BaseModel):
    """A sentence: an English template and its named values."""

    template: str
    values: dict[str, ValueOut]


ValueOut.model_rebuild()


def said_out(said: Said) -> SaidOut:
    """A sentence as the screens take it."""
    return SaidOut(template=said.template, values={name: _value(v) for name, v in said.values.items()})


def _value(value: Any) -> ValueOut:
    match value:
        case Said():
            return ValueOut(kind="said", said=said_out(value))
        case Words():
            return ValueOut(kind="words", text=value.text)
        case Count():
            return ValueOut(kind="count", number=value.number)
        case Angle():
            return ValueOut(kind="angle", number=value.deg, signed=value.signed)
        case Length():
            return ValueOut(kind="length", number=value.mm, signed=value.signed, exact=value.exact)
    raise TypeError(value)
