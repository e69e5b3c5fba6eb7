"""What a workshop would rather not build, in points: every weight with its reason. docs/formulas.md, Workmanship."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.rules.house import HouseDefault

_FROM = "docs/formulas.md, Workmanship"
# Each way room is counted so far at most: one that moves farther is a new position, and the search counts in bits.
ROOM_COUNTED_MOST_MM = 30

WORKMANSHIP: dict[str, HouseDefault] = {
    "equal_points": HouseDefault(0.5, "points", "No mechanic tells two builds apart by less.", _FROM),
    "room_counted_mm": HouseDefault(15, "mm", "A position seldom wanders farther in a few seasons.", _FROM),
    "room_step_mm": HouseDefault(
        5, "mm", "Rooms that part by less, all directions together, are the same room.", "house"
    ),
    "pile_free_mm": HouseDefault(20, "mm", "A pile so low is what most bikes are sold with.", _FROM),
    "pile_tall_mm": HouseDefault(30, "mm", "From here a pile flexes and says that the frame is too low.", _FROM),
    "pile_a_mm": HouseDefault(0.1, "points a mm", "Each mm between a low pile and a tall one.", _FROM),
    "pile_tall_a_mm": HouseDefault(0.5, "points a mm", "Each mm of a tall pile.", _FROM),
    "cover_free_mm": HouseDefault(10, "mm", "A headset cover taller than this does a spacer's work.", _FROM),
    "angle_a_deg": HouseDefault(0.5, "points a °", "Each degree beyond the angles this use is built with.", _FROM),
    "rising_deg": HouseDefault(17, "°", "A stem that rises so steeply was made for another kind of bike.", _FROM),
    "rising_points": HouseDefault(
        8, "points", "A steeply rising stem on a bike built for speed or rough ground.", _FROM
    ),
    "undone_a_mm": HouseDefault(
        0.2, "points a mm", "What the stem's angle takes back from the pile, or for it.", _FROM
    ),
    "off_best_a_mm": HouseDefault(0.3, "points a mm", "A stem outside the best lengths steers less well.", _FROM),
    "off_workable_a_mm": HouseDefault(1, "points a mm", "And one outside the workable lengths steers badly.", _FROM),
    "rails_share": HouseDefault(2 / 3, "of the rails", "Farther out the clamp is near the rails' bends.", _FROM),
    "rails_points": HouseDefault(2, "points", "A saddle near the end of its rails.", _FROM),
    "insertion_near_mm": HouseDefault(5, "mm", "So near a mark nothing is left to come and go on.", _FROM),
    "insertion_points": HouseDefault(4, "points", "A post at its least or greatest insertion.", _FROM),
    "handling_points": HouseDefault(
        2, "points", "Each of toe room, trail and weight on the wheels that is off.", _FROM
    ),
    "front_share_least": HouseDefault(38, "%", "Less of the rider on the front wheel, and it washes out.", _FROM),
    "front_share_most": HouseDefault(48, "%", "More, and the hands carry it and the wheel digs in.", _FROM),
    "bar_changed_points": HouseDefault(
        4, "points", "A bar that suits the rider stays; a new one wants a reason.", "house"
    ),
    "cockpit_changed_points": HouseDefault(6, "points", "A one-piece cockpit leaves nothing to adjust later.", "house"),
    "no_flare_points": HouseDefault(1, "points", "On loose ground the drops are held wide.", "house"),
    "cover_changed_points": HouseDefault(1, "points", "A headset's cover is changed only for a reason.", "house"),
    "bar_off_middle_a_mm": HouseDefault(
        0.12, "points a mm", "Of two widths that do, the one nearer the middle.", "house"
    ),
    "bar_width_a_mm": HouseDefault(0.2, "points a mm", "Each mm of bar outside the width for rider and use.", "house"),
}

# What each is called where a house changes it.
WORKMANSHIP_LABELS: dict[str, str] = {
    "equal_points": "Points that count as equal", "room_counted_mm": "Room counted each way",
    "room_step_mm": "Room that counts as the same", "pile_free_mm": "Pile that costs nothing",
    "pile_tall_mm": "A tall pile", "pile_a_mm": "Pile, up to tall", "pile_tall_a_mm": "Pile, beyond tall",
    "cover_free_mm": "Headset cover that is no pile", "angle_a_deg": "Stem angle outside its window",
    "rising_deg": "A steeply rising stem", "rising_points": "Steeply rising",
    "undone_a_mm": "Angle and pile undo each other",
    "off_best_a_mm": "Stem outside the best lengths", "off_workable_a_mm": "Stem outside the workable",
    "rails_share": "Rails, how far out", "rails_points": "Rails near their end",
    "insertion_near_mm": "Post, how near a mark", "insertion_points": "Post at a mark",
    "handling_points": "Handling out of its use",
    "front_share_least": "Weight on the front wheel, least", "front_share_most": "Weight on the front wheel, most",
    "bar_changed_points": "Another bar", "cockpit_changed_points": "A one-piece cockpit",
    "no_flare_points": "No flare where wanted",
    "cover_changed_points": "Another headset cover", "bar_off_middle_a_mm": "Bar off the middle width",
    "bar_width_a_mm": "Bar outside the width",
}  # fmt: skip

# Trail, mm, that a use is at home with on its usual tyres.
TRAIL_WINDOWS: dict[str, tuple[float, float]] = {
    "road": (50, 66), "endurance": (52, 70), "gravel": (55, 85), "cyclocross": (55, 80),
    "cross-country": (70, 115), "trail": (90, 145), "city": (40, 90), "time-trial": (48, 72),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class BarWidths:
    """How wide a use's bars are, mm: from the shoulders, or in all; None where nothing is asked. ``flare``: wider drops."""

    from_shoulders_mm: tuple[float, float] | None = None
    whole_mm: tuple[float, float] | None = None
    flare: bool = False


BAR_WIDTHS: dict[str, BarWidths] = {
    "road": BarWidths((-20, 20)), "endurance": BarWidths((-20, 20)), "cyclocross": BarWidths((-20, 40)),
    "gravel": BarWidths((0, 60), flare=True), "cross-country": BarWidths(whole_mm=(700, 760)),
    "trail": BarWidths(whole_mm=(760, 780)), "city": BarWidths(), "time-trial": BarWidths((-20, 20)),
}  # fmt: skip
