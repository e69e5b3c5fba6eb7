"""House defaults: every starting number with its unit, reason and source. Data, never buried in code."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class HouseDefault:
    """One number the house starts from, why, and where it comes from."""

    value: float
    unit: str
    reason: str
    source: str


TOLERANCES: dict[str, HouseDefault] = {
    "saddle_x_mm": HouseDefault(3, "mm", "A rider seldom notices less setback than this.", "docs/formulas.md, Search"),
    "saddle_y_mm": HouseDefault(2, "mm", "Saddle height is felt first and most.", "docs/formulas.md, Search"),
    "hand_x_mm": HouseDefault(5, "mm", "Half a stem step each way.", "docs/formulas.md, Search"),
    "hand_y_mm": HouseDefault(5, "mm", "One thin spacer each way.", "docs/formulas.md, Search"),
    "foot_x_mm": HouseDefault(3, "mm", "As far as a cleat is set by eye.", "house"),
    "foot_stack_mm": HouseDefault(1, "mm", "Sole and cleat wear stay within it.", "docs/formulas.md, Search"),
}

NUMBERS: dict[str, HouseDefault] = {
    "tie_mm": HouseDefault(
        1, "mm", "Errors this near each other are equal in the workshop.", "docs/formulas.md, Search"
    ),
    "edge_share": HouseDefault(0.8, "of tolerance", "From here on the tape decides, not the plan.", "house"),
    "spacer_warn_share": HouseDefault(
        0.75, "of limit", "Tall piles flex and leave no room.", "docs/formulas.md, Cockpit"
    ),
    "spacer_limit_carbon_mm": HouseDefault(30, "mm", "Usual limit of carbon steerers.", "docs/formulas.md, Cockpit"),
    "spacer_limit_metal_mm": HouseDefault(40, "mm", "Usual limit of alloy steerers.", "docs/formulas.md, Cockpit"),
    "tall_post_mm": HouseDefault(250, "mm", "Very tall posts sway and strain the frame.", "docs/formulas.md, Seat"),
    "least_collar_mm": HouseDefault(20, "mm", "Room for the collar and the rail clamp.", "house"),
    "standover_room_mm": HouseDefault(25, "mm", "Road, gravel and city.", "docs/formulas.md, Frame"),
    "standover_room_rough_mm": HouseDefault(50, "mm", "Where a foot is often put down.", "docs/formulas.md, Frame"),
    "lean_most_deg": HouseDefault(30, "°", "Leaned further, a bike is held up with both hands.", "house"),
    "bike_centre_mm": HouseDefault(550, "mm", "Height of a bare bike's centre of mass.", "house"),
    "held_at_mm": HouseDefault(950, "mm", "Height of the bars a leaned bike is held by.", "house"),
    "near_insertion_mm": HouseDefault(30, "mm", "So near its least insertion a post is looked at twice.", "house"),
    "usual_post_mm": HouseDefault(400, "mm", "A long post, where none is on record.", "house"),
    "steep_stem_deg": HouseDefault(10, "°", "Steeper stems are looked for by name.", "house"),
    "usual_clamp_height_mm": HouseDefault(40, "mm", "The height of a common stem's clamp.", "house"),
    "usual_cover_mm": HouseDefault(8, "mm", "A common headset cover.", "house"),
    "usual_head_deg": HouseDefault(72, "°", "The commonest head angle, where no frame is looked at.", "house"),
    "usual_wheel_radius_mm": HouseDefault(340, "mm", "A road wheel with its tyre.", "house"),
    "shoes_mm": HouseDefault(15, "mm", "What shoes add to an inseam.", "house"),
    "bike_mass_kg": HouseDefault(10, "kg", "The bike in a maker's limit of bike and rider.", "house"),
    "guess_upright_share": HouseDefault(
        0.75, "of the window", "A first bike is lowered sooner than it is raised.", "house"
    ),
    "heavy_kg": HouseDefault(100, "kg", "From here on makers' limits of single parts are met.", "house"),
    "dial_edge_deg": HouseDefault(1.5, "°", "So near a window's end the figure is told as an edge.", "house"),
    "moved_mm": HouseDefault(0.5, "mm", "A goal moved by less has not moved.", "house"),
    "worth_looking": HouseDefault(3, "of 10", "Below it riders call a ride fine.", "house"),
}


def values(table: Mapping[str, HouseDefault]) -> dict[str, float]:
    """A table's numbers by their names."""
    return {name: it.value for name, it in table.items()}


@dataclass(frozen=True, slots=True)
class StemWindow:
    """Stems by discipline: the window of lengths, mm, and, inside it, the best range.

    Lengths outside ``never_least_mm`` to ``never_greatest_mm`` are not proposed at all. Angles from
    ``angle_least_deg`` to ``angle_greatest_deg`` are what such bikes are built with; ``performance`` tells bikes built
    for speed or rough ground from those built for ease.
    """

    least_mm: float
    greatest_mm: float
    best_least_mm: float
    best_greatest_mm: float
    label: str
    never_least_mm: float = 20
    never_greatest_mm: float = 180
    angle_least_deg: float = -6
    angle_greatest_deg: float = 6
    performance: bool = True

    def allows(self, length_mm: float) -> bool:
        """Whether a stem of this length is proposed at all."""
        return self.never_least_mm <= length_mm <= self.never_greatest_mm

    def rank(self, length_mm: float) -> int:
        """0 best, 1 workable, 2 outside the window."""
        if self.best_least_mm <= length_mm <= self.best_greatest_mm:
            return 0
        return 1 if self.least_mm <= length_mm <= self.greatest_mm else 2


# docs/formulas.md, Cockpit, stem length windows; where no best range is known the window itself is the best. Drop bars
# are built with 6° either way, flat ones with 10, city bikes up to 35.
STEM_WINDOWS: dict[str, StemWindow] = {
    "road": StemWindow(80, 130, 100, 120, "Road", 60, 160),
    "endurance": StemWindow(80, 130, 100, 120, "Endurance", 60, 160),
    "gravel": StemWindow(60, 110, 70, 100, "Gravel", 40, 140),
    "cyclocross": StemWindow(80, 120, 80, 120, "Cyclocross", 60, 150),
    "cross-country": StemWindow(50, 90, 50, 90, "Cross-country", 35, 110, -10, 10),
    "trail": StemWindow(40, 60, 40, 60, "Trail", 30, 80, -10, 10),
    "city": StemWindow(50, 110, 50, 110, "City", 35, 140, -10, 35, performance=False),
    # Pads are carried low: a stem that points down is what such bikes are built with.
    "time-trial": StemWindow(60, 130, 70, 120, "Time trial", 40, 160, -17, 6),
}
DISCIPLINES: tuple[str, ...] = tuple(STEM_WINDOWS)
DROP_BAR_DISCIPLINES = ("road", "endurance", "gravel", "cyclocross", "time-trial")
FLAT_BAR_DISCIPLINES = ("cross-country", "trail", "city")


@dataclass(frozen=True, slots=True)
class AngleWindow:
    """A house window for one read-out, degrees; ``greatest`` None where only the least matters."""

    least_deg: float
    greatest_deg: float | None


TRUNK_WINDOWS: dict[str, AngleWindow] = {
    "road": AngleWindow(32, 42),
    "endurance": AngleWindow(42, 52),
    "gravel": AngleWindow(42, 52),
    "cyclocross": AngleWindow(42, 50),
    "cross-country": AngleWindow(38, 48),
    "trail": AngleWindow(45, 60),
    "city": AngleWindow(60, 80),
    "time-trial": AngleWindow(10, 25),
}
# Upright riders sit lower, so that a foot is soon down, and hold bars nearer to the hip.
KNEE_WINDOWS: dict[str, AngleWindow] = {"city": AngleWindow(30, 50)}
KNEE_WINDOW = AngleWindow(30, 40)
SHOULDER_WINDOWS: dict[str, AngleWindow] = {
    "cross-country": AngleWindow(65, 90),
    "trail": AngleWindow(55, 85),
    "city": AngleWindow(35, 70),
}
SHOULDER_WINDOW = AngleWindow(75, 95)
HIP_WINDOW = AngleWindow(45, None)


def angle_windows(discipline: str) -> dict[str, AngleWindow]:
    """House windows by read-out for a discipline (docs/formulas.md, Body)."""
    return {
        "knee": KNEE_WINDOWS.get(discipline, KNEE_WINDOW),
        "hip": HIP_WINDOW,
        "trunk": TRUNK_WINDOWS[discipline],
        "shoulder": SHOULDER_WINDOWS.get(discipline, SHOULDER_WINDOW),
    }
