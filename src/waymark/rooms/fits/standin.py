"""What a perfect instrument would read of a file's bike as it is drawn: the truth behind the simulated ones."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from waymark.core.callout import BY_NAME, Side, stated
from waymark.core.errors import InputError
from waymark.core.marks import ORIGIN, Mark
from waymark.core.survey.model import BB, Reading, linear
from waymark.rooms.fits.layers import layers_of
from waymark.rooms.fits.pictures import drawn_now
from waymark.rooms.fits.sighting import place_of, usual_places
from waymark.rooms.fits.state import KEYS, FitState
from waymark.rooms.fits.surveying import leans_of

# A left hood stands a little nearer than a right one on most bikes.
LEFT_NEARER_MM = 1.5


@dataclass(frozen=True, slots=True)
class TrueValue:
    """A true length or angle, as the prompt states it, and what can be typed there."""

    value: float
    unit: Literal["mm", "°"]
    least: float
    greatest: float


def true_value(state: FitState, key: str) -> TrueValue:
    """The true value for one key of the call-out; raises ``InputError`` where there is nothing to be read."""
    if key not in KEYS or KEYS[key][0].unit == "words":
        raise InputError(
            "No instrument reads this.", field="key", allowed="a length or an angle", kept=key[:60]
        )
    prompt, side = KEYS[key]
    value = _sighted(state, prompt.name, side)
    if value is None:
        value = (prompt.least + prompt.greatest) / 2
    unit: Literal["mm", "°"] = "°" if prompt.unit == "°" else "mm"
    return TrueValue(value, unit, prompt.least, prompt.greatest)


def _sighted(state: FitState, name: str, side: Side | None) -> float | None:
    layers = layers_of(state)
    bike = drawn_now(state, layers).bike
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
    survey = layers.survey
    places = {p: ORIGIN if p == BB else place_of(survey, p, usual) for p in (sight.start, sight.end)}
    start = Mark(0.0, -bike.crank_mm) if sight.turn == "from_pedal_six" else places[sight.start]
    height = survey.bb_height_mm if survey and survey.bb_height_mm else -ground
    probe = Reading("true", sight.kind, "end", 0.0, "start")
    value = stated(sight.turn, linear(probe, start, places[sight.end], height).value, leans_of(state.measure))
    return value - (LEFT_NEARER_MM if side == "left" and sight.kind == "distance" else 0.0)
