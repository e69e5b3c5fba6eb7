"""Builds and rooms in words and shapes that every post of the plan uses."""

from __future__ import annotations

from pydantic import BaseModel

from waymark.core.marks import Mark
from waymark.core.say import Said, Size, say, with_commas
from waymark.core.search import SizeResult
from waymark.core.search.headroom import Room
from waymark.core.search.words import stem_words
from waymark.rooms.schema import Point


class RoomOut(BaseModel):
    """Whole mm the hand's goal may still go each way before a part must change."""

    up_mm: int
    down_mm: int
    forward_mm: int
    back_mm: int


def room_out(room: Room) -> RoomOut:
    """Room as the screen takes it."""
    return RoomOut(up_mm=room.up_mm, down_mm=room.down_mm, forward_mm=room.forward_mm, back_mm=room.back_mm)


def point(at: Mark) -> Point:
    """A mark as the screen takes it."""
    return Point(x_mm=round(at.x_mm, 2), y_mm=round(at.y_mm, 2))


def angles_of(angle_deg: float, both_ways: bool) -> tuple[float, ...]:
    """The angles a stem can stand at."""
    return (angle_deg, -angle_deg) if both_ways and angle_deg else (angle_deg,)


def build_words(r: SizeResult) -> Said:
    """A build as a fitter says it: stem, pile, and what is done to the bar."""
    stem = stem_words(r)
    front = say("cockpit {stem}", stem=stem) if r.cockpit else say("stem {stem}", stem=stem)
    said = [front, say("{pile} of spacers", pile=Size(r.spacers_mm))]
    if r.cover_mm != r.frame.cover_mm:
        said.append(say("cover {height}", height=Size(r.cover_mm)))
    said += [r.place.says] if r.place.says else []
    return with_commas(said)
