"""What the open calculations of the live link take and give."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, Field

from waymark.rooms.calc.schemas import In

Characteristic = Literal["2AD2", "2A37"]


class DecodeIn(In):
    """A packet as hexadecimal digits, and the characteristic it came from."""

    characteristic: Characteristic
    hex: str = Field(max_length=1024, pattern=r"^([0-9a-fA-F]{2})*$")


class DecodeOut(BaseModel):
    """The packet's fields by name; what it says is not available is left out."""

    fields: dict[str, Any]


class EncodeIn(In):
    """Fields by name, and the characteristic that is to say them."""

    characteristic: Characteristic
    fields: dict[str, Any] = Field(max_length=40)


class EncodeOut(BaseModel):
    """The packet as hexadecimal digits."""

    hex: str
