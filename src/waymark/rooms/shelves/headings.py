"""What a chart's heading means: the quantity in the trade's words, and the unit written beside it.

To teach it another heading, add its words to ``HEADINGS``; longer words are tried first.
"""

from __future__ import annotations

import re
from typing import Literal

Unit = Literal["mm", "cm", "in", "deg"]

# Words are matched after punctuation and units are taken off; the first quantity whose words fit is meant.
HEADINGS: dict[str, tuple[str, ...]] = {
    "seat_angle_effective_deg": (
        "effective seat tube angle", "effective seat angle", "seat tube angle effective", "seat angle effective",
        "virtual seat angle", "sta effective", "effective sta",
    ),
    "effective_at_mm": ("effective angle at", "seat angle measured at", "saddle height for seat angle"),
    "seat_angle_deg": (
        "seat tube angle actual", "actual seat tube angle", "actual seat angle", "seat tube angle", "seat angle",
        "seatube angle", "sta", "angle seat tube",
    ),
    "head_angle_deg": (
        "head tube angle", "head angle", "headtube angle", "steering angle", "steerer angle", "hta", "angle head tube",
    ),
    "ett_mm": (
        "effective top tube length", "effective top tube", "top tube effective", "top tube horizontal",
        "horizontal top tube", "virtual top tube", "top tube virtual", "top tube length effective",
        "top tube length horizontal", "effective tt", "ett", "tt effective", "tt horizontal",
    ),
    "top_tube_mm": ("actual top tube", "top tube actual", "top tube length actual"),
    "seat_tube_mm": ("seat tube length", "seat tube", "seatube", "seat tube ct", "seat tube centre to top", "st length"),
    "head_tube_mm": ("head tube length", "head tube", "headtube length", "headtube", "ht length"),
    "fork_length_mm": (
        "fork length", "axle to crown", "axle crown", "fork axle to crown", "fork height", "a c", "fork a c",
    ),
    "fork_offset_mm": ("fork offset", "fork rake", "rake", "offset", "fork offset rake"),
    "lower_cup_mm": (
        "lower headset stack height", "headset lower stack height", "lower stack height", "lower headset cup",
        "headset lower cup", "lower headset stack", "external lower cup", "lower cup", "lower headset",
    ),
    "bb_drop_mm": ("bottom bracket drop", "bb drop", "bb offset", "drop bb", "drop"),
    "chainstay_mm": (
        "chainstay length", "chain stay length", "chainstay", "chain stay", "chainstays", "rear centre", "rear center",
        "cs length",
    ),
    "front_centre_mm": ("front centre", "front center", "front centre length", "front center length", "f c"),
    "wheelbase_mm": ("wheelbase", "wheel base"),
    "stack_mm": ("stack", "frame stack", "stack height"),
    "reach_mm": ("reach", "frame reach"),
    "standover_mm": ("standover height", "stand over height", "standover", "stand over", "standover clearance"),
    "step_through_mm": ("step through height", "step through", "step over height"),
    "tyre_mm": ("tyre width", "tire width", "tyre", "tire"),
    "tyre_greatest_mm": ("max tyre", "max tire", "maximum tyre", "maximum tire", "tyre clearance", "tire clearance"),
    "bead_mm": ("wheel size", "wheel", "wheels"),
    "spacer_limit_mm": ("max spacers", "maximum spacers", "spacer limit", "max spacer height", "maximum spacer height"),
    "post_diameter_mm": ("seatpost diameter", "seat post diameter", "post diameter"),
    "system_mass_kg": ("max system weight", "maximum system weight", "max system mass", "system weight limit"),
}  # fmt: skip
# Nobody's heading is longer; what is looked at with patterns stays short.
MOST_HEADING = 120
SIZE_WORDS = ("size", "sizes", "frame size", "model size", "rahmen", "size label")
WHEELS_MM = {
    "700c": 622,
    "700": 622,
    "29": 622,
    "28": 622,
    "27.5": 584,
    "650b": 584,
    "26": 559,
    "24": 507,
    "20": 406,
}
_BY_WORDS = sorted(((words, name) for name, every in HEADINGS.items() for words in every), key=lambda x: -len(x[0]))
_UNITS: tuple[tuple[str, Unit], ...] = (
    (r"\bmm\b|millimet", "mm"), (r"\bcm\b|centimet", "cm"), (r"\binch(es)?\b|\bin\b\.?|″|\"|”", "in"),
    (r"°|º|\bdeg(rees?)?\b", "deg"),
)  # fmt: skip


def unit_of(words: str) -> Unit | None:
    """The unit written in a heading or behind a number, if any."""
    low = words[:MOST_HEADING].lower()
    return next((unit for pattern, unit in _UNITS if re.search(pattern, low)), None)


def plain(heading: str) -> str:
    """A heading without its unit, its letter, its marks: lower case words with single spaces."""
    low = heading[:MOST_HEADING].lower().replace("centre-to-top", "ct").replace("center-to-top", "ct")
    low = re.sub(r"[*†‡¹²³]|\(\s*[a-z0-9]{1,2}\s*\)", " ", low)
    low = re.sub(r"[(\[][^)\]]*(mm|cm|in|inch|inches|deg|degrees|°|º|\"|″)[^)\]]*[)\]]", " ", low)
    low = re.sub(r"\b(mm|cm|inches|inch|degrees|deg)\b|[°º\"″]", " ", low)
    low = re.sub(r"[^a-z0-9.]+", " ", low).strip()
    # A drawing's letter before the words, as in “A Seat tube” or “b) Reach”.
    return re.sub(r"^[a-z]\d? (?=[a-z]{2,}|[af] c\b)", "", low).strip()


def quantity_of(heading: str) -> str | None:
    """The chart quantity a heading names, or None."""
    words = plain(heading)
    if not words:
        return None
    for known, name in _BY_WORDS:
        if words == known:
            return name
    for known, name in _BY_WORDS:
        if len(known) >= 5 and re.search(rf"\b{re.escape(known)}\b", words):
            return name
    return None


def names_sizes(heading: str) -> bool:
    """Whether a heading stands over or before the size labels."""
    return plain(heading) in SIZE_WORDS
