"""Open calculations of the live link: packets read and written."""

from __future__ import annotations

from waymark.core.link import decode, encode
from waymark.rooms.calc import link_schemas as s


def decoded(q: s.DecodeIn) -> s.DecodeOut:
    """What a packet says."""
    return s.DecodeOut(fields=decode(q.characteristic, bytes.fromhex(q.hex)))


def encoded(q: s.EncodeIn) -> s.EncodeOut:
    """The packet that says these fields."""
    return s.EncodeOut(hex=encode(q.characteristic, q.fields).hex())
