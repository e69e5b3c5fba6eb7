"""What every shelf model shares: bounds, lists in one cell, marks of stock."""

from __future__ import annotations

from typing import Annotated

from pydantic import BeforeValidator, Field

from waymark.rooms.schema import Strict


def _split(value: object) -> object:
    return [v for v in (x.strip() for x in value.split(";")) if v] if isinstance(value, str) else value


# One cell holds a list with ; between, in files and in forms.
Numbers = Annotated[list[float], BeforeValidator(_split), Field(max_length=60)]
Names = Annotated[
    list[Annotated[str, Field(min_length=1, max_length=60)]], BeforeValidator(_split), Field(max_length=40)
]


class Stocked(Strict):
    """What anything on a shelf may be marked with: price band 1 (least) to 5, at hand already, out of stock."""

    price_band: int | None = Field(default=None, ge=1, le=5)
    owned: bool = False
    in_stock: bool = True
