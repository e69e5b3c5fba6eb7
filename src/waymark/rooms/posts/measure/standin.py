"""What a perfect instrument would read of a file's bike as it is drawn: the truth behind the simulated ones."""

from __future__ import annotations

from typing import Literal

from waymark.core.callout import BY_NAME, Prompt, Side, should_read
from waymark.core.errors import InputError
from waymark.rooms.files import Facts
from waymark.rooms.posts.measure.drawn import drawn_now
from waymark.rooms.posts.measure.facts import leans, surveyed
from waymark.rooms.posts.measure.sighting import place_of, usual_places
from waymark.rooms.posts.measure.state import KEYS

# A left hood stands a little nearer than a right one on most bikes.
LEFT_NEARER_MM = 1.5


def asked_of(key: str) -> tuple[Prompt, Literal["mm", "°"]]:
    """The prompt of a key and its unit; raises ``InputError`` where no instrument reads it."""
    if key not in KEYS or KEYS[key][0].unit == "words":
        raise InputError("No instrument reads this.", field="key", allowed="a length or an angle", kept=key[:60])
    prompt, _ = KEYS[key]
    return prompt, "°" if prompt.unit == "°" else "mm"


def true_value(facts: Facts, key: str) -> float:
    """The true value for one key of the call-out; raises ``InputError`` where nothing is known of it on this bike."""
    prompt, _ = asked_of(key)
    value = _sighted(facts, prompt.name, KEYS[key][1])
    if value is None:
        raise InputError(
            "Nothing is known of this on the bike: no simulated instrument can read it.",
            field="key",
            allowed="a length or an angle between points of the bike",
            kept=key[:60],
        )
    return value


def _sighted(facts: Facts, name: str, side: Side | None) -> float | None:
    bike = drawn_now(facts).bike
    front, rear, ground = bike.frame.front_axle, bike.frame.rear_axle, bike.frame.ground_y_mm
    plain = {
        "front_axle": front.y_mm - ground, "rear_axle": rear.y_mm - ground, "wheelbase": front.distance_mm(rear),
        "front_radius": front.y_mm - ground, "rear_radius": rear.y_mm - ground, "pitch": 0.0, "tilt": 0.0,
        "crank": bike.crank_mm, "hood_slope": bike.hood_slope_deg, "stem_length": bike.front.stem.length_mm,
        "stem_angle": bike.front.stem.angle_deg, "spacers_under": bike.front.pile_mm, "bar_rotation": 0.0,
        "seat_angle": bike.frame.seat_angle_deg, "head_angle": bike.frame.head_angle_deg,
    }  # fmt: skip
    if name in plain:
        return plain[name]
    sight = BY_NAME[name].sight
    if sight is None:
        return None
    usual = usual_places(bike)
    survey = surveyed(facts)
    places = {p: place_of(survey, p, usual) for p in (sight.start, sight.end)}
    height = survey.bb_height_mm if survey and survey.bb_height_mm else -ground
    value = should_read(sight, places, leans(facts), height)
    if value is None:
        return None
    return value - (LEFT_NEARER_MM if side == "left" and sight.kind == "distance" else 0.0)
