"""Changes for the season and for form: no complaint asks for them, and they are put back when it turns."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from waymark.core.goal import MoveStep
from waymark.core.marks import Mark
from waymark.core.say import Said, say


@dataclass(frozen=True, slots=True)
class Season:
    """A reason of the year or of form: its name, what is changed for it and why, and the step."""

    name: Said
    change: Said
    why: Said
    step: MoveStep


def _hands(x_mm: float, y_mm: float) -> MoveStep:
    return MoveStep("hand", Mark(x_mm, y_mm), "place")


SEASONS: Mapping[str, Season] = {
    "winter": Season(
        say("Winter"),
        say("Hands 10 up and 5 back for the winter"),
        say("thick gloves and clothes bend less, and nobody races; put back in spring"),
        _hands(-5, 10),
    ),
    "less_form": Season(
        say("Less form"),
        say("Hands 10 up and 5 back until the form is back"),
        say("what holds the trunk up tires sooner after a pause"),
        _hands(-5, 10),
    ),
    "in_form": Season(
        say("In form"),
        say("Hands 10 down and 5 forward while the form lasts"),
        say("a trunk that is held lower costs air, not comfort; judged by how long it is held"),
        _hands(5, -10),
    ),
}
