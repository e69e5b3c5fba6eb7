"""A file's readings as the core takes them, and their survey."""

from __future__ import annotations

from functools import lru_cache

from waymark.core.callout import Known, Leans, Survey, Taken, survey_bike
from waymark.core.rules.assumed import ASSUMED, ASSUMED_SD, PART_SD, READ_SD
from waymark.rooms.fits.state import KEYS, MeasureState


def taken_of(measure: MeasureState) -> dict[str, Taken]:
    """Every reading by key, in the order of work."""
    made = {}
    for key, (prompt, side) in KEYS.items():
        reading = measure.readings.get(key)
        if reading is not None:
            values = tuple(h.value for h in reading.heard if h.value is not None)
            made[key] = Taken(prompt, values, side, reading.decision)
    return made


def read_value(measure: MeasureState, key: str) -> float | None:
    """The mean of what was read for ``key``, or ``None``."""
    found = measure.readings.get(key)
    values = [h.value for h in found.heard if h.value is not None] if found else []
    return sum(values) / len(values) if values else None


def leans_of(measure: MeasureState) -> Leans:
    """What readings lean on: as read, else as the parts and the frame have it, else assumed."""
    chart = measure.frame.chart if measure.frame else None
    bar = measure.bar.hand_off_clamp() if measure.bar else None

    def known(name: str, part: float | None, key: str | None = None) -> Known:
        read = read_value(measure, key) if key else None
        if read is not None:
            return Known(read, READ_SD[name].value, "read")
        if part is not None:
            return Known(part, PART_SD[name].value, "part")
        return Known(ASSUMED[name].value, ASSUMED_SD[name].value, "assumed")

    return Leans(
        crank=known("crank", None, "crank"),
        seat_angle=known("seat_angle", chart.seat_angle_deg if chart else None, "seat_angle"),
        nose_to_s=known("nose_to_s", measure.saddle.nose_to_s_mm if measure.saddle else None),
        off_ahead=known("hand_ahead", bar.x_mm if bar else None),
        off_above=known("hand_above", bar.y_mm if bar else None),
        bb_height=known("bb_height", chart.wheel_radius_mm - chart.bb_drop_mm if chart else None),
    )


@lru_cache(maxsize=128)
def _survey(taken: tuple[Taken, ...], leans: Leans) -> Survey:
    return survey_bike({t.key: t for t in taken}, leans)


def survey_of(measure: MeasureState) -> Survey:
    """The survey of a file's readings; raises ``GeometryError`` where no bike can be of them."""
    return _survey(tuple(taken_of(measure).values()), leans_of(measure))
