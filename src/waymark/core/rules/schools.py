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
            "width",
            "Bar width",
            (
                Choice("acromion", "as the shoulders", "Arms hang straight and nothing splays."),
                Choice("narrower", "narrower", "Less air, and room in a bunch."),
                Choice("wider", "wider", "Leverage on rough ground."),
            ),
        ),
    )
}

PLACING: dict[str, HouseDefault] = {
    "hood_slope_least_deg": HouseDefault(5, "°", "Below it the hand slides forward.", "docs/formulas.md, Cockpit"),
    "hood_slope_greatest_deg": HouseDefault(12, "°", "Above it the wrist bends back.", "docs/formulas.md, Cockpit"),
    "palm_drop_fall_deg": HouseDefault(8, "°", "So much fall to the rear fills a palm in the drop.", "house"),
    "rotation_step_deg": HouseDefault(2, "°", "Two such steps either side still belong to a school.", "house"),
    "roll_step_deg": HouseDefault(3, "°", "A wrist feels it.", "house"),
    "narrower_mm": HouseDefault(-20, "mm", "One size down.", "house"),
    "wider_mm": HouseDefault(20, "mm", "One size up.", "house"),
}
HANDLING: dict[str, HouseDefault] = {
    "trail_mm": HouseDefault(4, "mm", "A rider notices about so much trail.", "house"),
    "front_centre_mm": HouseDefault(12, "mm", "And so much weight off the front wheel.", "house"),
    "arm_mm": HouseDefault(10, "mm", "And a stem of the next length.", "house"),
}
LOOKS: dict[str, HouseDefault] = {
    "point_mm": HouseDefault(1, "mm", "So much nearer is worth a point, where a cleaner build is sought.", "house"),
    "pile": HouseDefault(1, "a step", "Each 10 mm between frame and stem, the frame's own cover apart.", "house"),
    "stem_workable": HouseDefault(1, "points", "A stem at the end of its range.", "house"),
    "stem_extreme": HouseDefault(3, "points", "A stem outside its range.", "house"),
    "stem_up": HouseDefault(1, "points", "A stem that rises.", "house"),
    "steep": HouseDefault(2, "points", "A stem steeper than 10° from square.", "house"),
    "tall_post": HouseDefault(2, "points", "A very tall post.", "house"),
}
