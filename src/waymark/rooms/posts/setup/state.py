"""The bike as built, as it is kept."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from pydantic import Field, field_validator

from waymark.core.callout import Prompt, every_key
from waymark.core.callout.prompt import Sight
from waymark.core.say import Said, say
from waymark.rooms.posts.measure import ReadingState
from waymark.rooms.riders import Typed
from waymark.rooms.schema import Strict

BuiltMark = Literal["saddle_x", "saddle_y", "hand_x", "hand_y"]
# Each coordinate is a reading of the survey too; the hand's of whatever is carried.
COORDINATES: Mapping[BuiltMark, Prompt] = {
    "saddle_x": Prompt("saddle_x", "saddle", "Saddle fore, built", "", -500, 300, sight=Sight("x", "s")),
    "saddle_y": Prompt("saddle_y", "saddle", "Saddle up, built", "", 200, 1100, sight=Sight("y", "s")),
    "hand_x": Prompt("hand_x", "bar", "Hand fore, built", "", 0, 1100, sight=Sight("x", "h")),
    "hand_y": Prompt("hand_y", "bar", "Hand up, built", "", 100, 1200, sight=Sight("y", "h")),
}  # fmt: skip
SAID: Mapping[BuiltMark, Said] = {
    "saddle_x": say("Saddle fore, built"), "saddle_y": say("Saddle up, built"), "hand_x": say("Hand fore, built"),
    "hand_y": say("Hand up, built"),
}  # fmt: skip
# What of the call-out checks the coordinates, in the order of work.
CHECKS = (
    "bb_floor", "s_straight", "s_floor", "nose_behind", "nose_floor", "s_clamp", "clamp_floor", "s_pad", "pad_floor",
    "s_hand", "nose_hand", "bb_hand", "hand_floor",
)  # fmt: skip
CHECK_KEYS = {key: it for key, it in every_key().items() if it[0].name in CHECKS}


class BuiltState(Strict):
    """The marks measured after the work, from the BB, and what the tape read beside them, by keys of the call-out."""

    saddle_x: Typed | None = None
    saddle_y: Typed | None = None
    hand_x: Typed | None = None
    hand_y: Typed | None = None
    readings: dict[str, ReadingState] = Field(default_factory=dict, max_length=40)

    @field_validator("readings")
    @classmethod
    def _readable(cls, readings: dict[str, ReadingState]) -> dict[str, ReadingState]:
        for key, reading in readings.items():
            if key not in CHECK_KEYS:
                raise ValueError(f"{key[:60]} is nothing that checks a bike as built")
            prompt, _ = CHECK_KEYS[key]
            for heard in reading.heard:
                if heard.value is None or not prompt.least <= heard.value <= prompt.greatest:
                    raise ValueError(f"{key}: {heard.typed[:40]} is outside what can be read there")
        return readings

    def typed(self) -> dict[BuiltMark, Typed]:
        """The coordinates that were measured."""
        given: dict[BuiltMark, Typed | None] = {
            "saddle_x": self.saddle_x, "saddle_y": self.saddle_y, "hand_x": self.hand_x, "hand_y": self.hand_y,
        }  # fmt: skip
        return {name: it for name, it in given.items() if it is not None}
