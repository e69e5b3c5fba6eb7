"""Where fitters disagree: each question's named answers with their reasons, the house default first.

docs/formulas.md, Schools.

To add an answer, add a ``Choice`` here and its value where the question is asked (``search.places``,
``search.between``, ``search.gates``, ``goal.schools``, ``cockpit.controls``, ``handling.stem_width``); the tests go
through every choice.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from waymark.core.rules.house import HouseDefault


@dataclass(frozen=True, slots=True)
class Choice:
    """One school's answer."""

    key: str
    label: str
    reason: str


@dataclass(frozen=True, slots=True)
class School:
    """A question, where it is asked, and its answers, the usual one first."""

    key: str
    question: str
    choices: tuple[Choice, ...]
    asked_at: Literal["goal", "frame", "build"] = "frame"

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
        School(
            "translate",
            "To another use",
            (
                Choice("deltas", "known offsets", "What good positions of both uses differ by, seen often."),
                Choice("body", "by the body", "Trunk, hip and leg angles are carried; the marks follow from them."),
            ),
            "goal",
        ),
        School(
            "crank",
            "Crank length",
            (
                Choice("keep", "keep", "Unless hip, knee or clearance ask for another."),
                Choice("shorter", "shorter when low in front", "The hip stays open at the top of the stroke."),
                Choice("proportion", "in proportion to the leg", "A fifth of the inseam and a little more."),
                Choice("longer", "longer", "For the very tall, and for who pushes hard and sits."),
            ),
            "goal",
        ),
        School(
            "cleat",
            "Cleat",
            (
                Choice("behind", "behind the ball of the foot", "Calmer calves on long rides."),
                Choice("over", "ball over the axle", "Quick in a sprint."),
                Choice("aft", "as far aft as it goes", "For hot feet, sore calves and very long rides."),
            ),
            "goal",
        ),
        School(
            "start",
            "Where a saddle's height begins",
            (
                Choice("model", "by the body", "The knee's bend is asked for, with this rider's own lengths."),
                Choice(
                    "0.883", "0.883 of the inseam", "One number, known everywhere; long cranks and legs part from it."
                ),
                Choice("1.09", "1.09 of the inseam, from the pedal", "It counts the crank in."),
                Choice("heel", "heel on the pedal, leg straight", "Felt at once, without a tape."),
            ),
            "goal",
        ),
        School(
            "levers",
            "Brake levers on a flat bar",
            (
                Choice("forearm", "along the forearm", "The wrist is straight as one sits."),
                Choice("flatter", "flatter", "The wrist is straight on long descents, behind the saddle."),
            ),
            "build",
        ),
        School(
            "weight",
            "Where the weight should be",
            (
                Choice("long_low", "long stem, low bar", "The front wheel is loaded and holds its line."),
                Choice("short_wide", "short stem, wide bar", "The rider stays behind the front wheel on steep ground."),
            ),
            "build",
        ),
    )
}


def answers(own: Mapping[str, str | None], house: Mapping[str, str]) -> dict[str, str]:
    """What decides each question: a file's own answer, else its house's, else the usual one."""
    return {key: own.get(key) or house.get(key) or school.choices[0].key for key, school in SCHOOLS.items()}


_BARS = "docs/formulas.md, Workmanship"

PLACING: dict[str, HouseDefault] = {
    "hood_slope_least_deg": HouseDefault(5, "°", "Below it the hand slides forward.", "docs/formulas.md, Cockpit"),
    "hood_slope_greatest_deg": HouseDefault(12, "°", "Above it the wrist bends back.", "docs/formulas.md, Cockpit"),
    "palm_drop_fall_deg": HouseDefault(8, "°", "So much fall to the rear fills a palm in the drop.", "house"),
    "rotation_step_deg": HouseDefault(2, "°", "Two such steps either side still belong to a school.", "house"),
    "flatter_lever_deg": HouseDefault(10, "°", "A descent turns the forearm by about so much.", "house"),
    "roll_step_deg": HouseDefault(3, "°", "A wrist feels it.", "house"),
    "narrower_mm": HouseDefault(-20, "mm", "One size down.", "house"),
    "wider_mm": HouseDefault(20, "mm", "One size up.", "house"),
    "same_width_mm": HouseDefault(10, "mm", "Half a size either way is the same bar.", "house"),
    "compact_reach_mm": HouseDefault(80, "mm", "A bend no longer keeps the levers in a small hand.", _BARS),
    "compact_drop_mm": HouseDefault(128, "mm", "And no deeper keeps the drops in use.", _BARS),
    "deep_reach_mm": HouseDefault(90, "mm", "Longer bends are of another time.", _BARS),
    "deep_drop_mm": HouseDefault(135, "mm", "And so are deeper ones.", _BARS),
    "short_rider_mm": HouseDefault(1650, "mm", "So short riders have short arms and small hands.", "house"),
    "large_hand_mm": HouseDefault(205, "mm", "A hand so large closes round a thin bar.", "house"),
    "small_hand_mm": HouseDefault(175, "mm", "A hand so small reaches no lever on a long bend.", "house"),
}
HANDLING: dict[str, HouseDefault] = {
    "trail_mm": HouseDefault(4, "mm", "A rider notices about so much trail.", "house"),
    "front_centre_mm": HouseDefault(12, "mm", "And so much weight off the front wheel.", "house"),
    "arm_mm": HouseDefault(10, "mm", "And a stem of the next length.", "house"),
}
