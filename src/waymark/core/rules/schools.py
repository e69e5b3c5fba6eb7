"""Where fitters disagree: each question's named answers with their reasons, the house default first.

docs/formulas.md, Schools.

To add an answer, add a ``Choice`` here and its value where the question is asked (``search.places``,
``search.between``, ``search.gates``); the tests go through every choice.
"""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.rules.house import HouseDefault


@dataclass(frozen=True, slots=True)
class Choice:
    """One school's answer."""

    key: str
    label: str
    reason: str


@dataclass(frozen=True, slots=True)
class School:
    """A question and its answers, the house default first."""

    key: str
    question: str
    choices: tuple[Choice, ...]

    def pick(self, key: str | None) -> Choice:
        """The answer named ``key``, the house default where none is named; ``KeyError`` for an unknown one."""
        if key is None:
            return self.choices[0]
        return next(c for c in self.choices if c.key == key)


SCHOOLS: dict[str, School] = {
    s.key: s
    for s in (
        School(
            "between",
            "Between two sizes",
            (
                Choice("headroom", "more headroom", "People change with the season and with age."),
                Choice("smaller", "the smaller", "It is lighter, takes a longer stem and can still be raised."),
                Choice("larger", "the larger", "Stack is harder to add than reach is to take away."),
            ),
        ),
        School(
            "rotation",
            "Bar rotation",
            (
                Choice("ramp", "ramp level", "The hand moves from tops to hoods on the flat."),
                Choice("drop_end", "drop end level", "The drops carry the weight when it matters."),
                Choice("palm", "palm-led", "The drop is turned until it fills the palm."),
            ),
        ),
        School(
            "standover",
            "Standover",
            (
                Choice("after", "after the position", "The position comes first; standing is seldom."),
                Choice(
                    "first",
                    "first, as a gate",
                    "Short mobility, children and rough ground come before reach.",
                ),
            ),
        ),
        School(
            "step_over",
            "Stepping over the frame",
            (
                Choice("first", "first, as a gate", "Who cannot lift a foot over the frame cannot ride it."),
                Choice("after", "after the position", "The bike can be tipped, or mounted from a kerb."),
            ),
        ),
        School(
            "width",
            "Bar width",
            (
                Choice("acromion", "as the shoulders", "Arms hang straight and nothing splays."),
                Choice("narrower", "narrower", "Less air, and room in a bunch."),
                Choice("wider", "wider", "Leverage on rough ground."),
                Choice("present", "as now", "The rider wants the width kept."),
            ),
        ),
    )
}

_BARS = "docs/formulas.md, Workmanship"

PLACING: dict[str, HouseDefault] = {
    "hood_slope_least_deg": HouseDefault(5, "°", "Below it the hand slides forward.", "docs/formulas.md, Cockpit"),
    "hood_slope_greatest_deg": HouseDefault(12, "°", "Above it the wrist bends back.", "docs/formulas.md, Cockpit"),
    "palm_drop_fall_deg": HouseDefault(8, "°", "So much fall to the rear fills a palm in the drop.", "house"),
    "rotation_step_deg": HouseDefault(2, "°", "Two such steps either side still belong to a school.", "house"),
    "roll_step_deg": HouseDefault(3, "°", "A wrist feels it.", "house"),
    "narrower_mm": HouseDefault(-20, "mm", "One size down.", "house"),
    "wider_mm": HouseDefault(20, "mm", "One size up.", "house"),
    "same_width_mm": HouseDefault(10, "mm", "Half a size either way is the same bar.", "house"),
    "compact_reach_mm": HouseDefault(80, "mm", "A bend no longer keeps the levers in a small hand.", _BARS),
    "compact_drop_mm": HouseDefault(128, "mm", "And no deeper keeps the drops in use.", _BARS),
    "deep_reach_mm": HouseDefault(90, "mm", "Longer bends are of another time.", _BARS),
    "deep_drop_mm": HouseDefault(135, "mm", "And so are deeper ones.", _BARS),
    "short_rider_mm": HouseDefault(1650, "mm", "So short riders have short arms and small hands.", "house"),
    "small_hand_mm": HouseDefault(175, "mm", "A hand so small reaches no lever on a long bend.", "house"),
}
HANDLING: dict[str, HouseDefault] = {
    "trail_mm": HouseDefault(4, "mm", "A rider notices about so much trail.", "house"),
    "front_centre_mm": HouseDefault(12, "mm", "And so much weight off the front wheel.", "house"),
    "arm_mm": HouseDefault(10, "mm", "And a stem of the next length.", "house"),
}
