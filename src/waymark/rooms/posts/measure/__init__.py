"""Measure: the bike as it stands, called out, adjusted and judged."""

from waymark.rooms.posts.measure.body import (
    angles_read,
    body_of,
    calibrated,
    present_body,
    present_foot,
    present_seat,
    set_to,
)
from waymark.rooms.posts.measure.commands import marks_kept, understand
from waymark.rooms.posts.measure.drawn import (
    BarDrawn,
    Drawn,
    bar_drawn,
    bike_drawn,
    drawn_about,
    drawn_now,
    saddle_fit,
    saddle_part,
    stem_to,
)
from waymark.rooms.posts.measure.facts import (
    Context,
    context,
    hood_agrees,
    label_of,
    leans,
    now_marks,
    parts_agree,
    placed_now,
    read_value,
    seat_agrees,
    surveyed,
    taken,
)
from waymark.rooms.posts.measure.findings import open_findings
from waymark.rooms.posts.measure.sources import explain_foot
from waymark.rooms.posts.measure.standin import asked_of, true_value
from waymark.rooms.posts.measure.state import KEYS, Heard, MeasureState, ReadingState, SetupRecord, title_of
from waymark.rooms.posts.measure.view import next_reading

__all__ = [
    "KEYS",
    "BarDrawn",
    "Context",
    "Drawn",
    "Heard",
    "MeasureState",
    "ReadingState",
    "SetupRecord",
    "angles_read",
    "asked_of",
    "bar_drawn",
    "bike_drawn",
    "body_of",
    "calibrated",
    "context",
    "drawn_about",
    "drawn_now",
    "explain_foot",
    "hood_agrees",
    "label_of",
    "leans",
    "marks_kept",
    "next_reading",
    "now_marks",
    "open_findings",
    "parts_agree",
    "placed_now",
    "present_body",
    "present_foot",
    "present_seat",
    "read_value",
    "saddle_fit",
    "saddle_part",
    "seat_agrees",
    "set_to",
    "stem_to",
    "surveyed",
    "taken",
    "title_of",
    "true_value",
    "understand",
]
