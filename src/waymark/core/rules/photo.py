"""What is known of a photograph and its bike before anything is clicked: the house's numbers, each with its reason."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from waymark.core.rules.house import HouseDefault

Place = Literal[
    "BB", "pedal", "rear_axle", "front_axle",
    "S", "N", "B", "H", "G", "P",
    "hip", "knee", "ankle", "shoulder", "elbow", "wrist",
]  # fmt: skip

_FROM = "docs/formulas.md, Photograph"

PHOTO: dict[str, HouseDefault] = {
    "click_sd_px": HouseDefault(2.5, "px", "A careful click on a whole picture.", _FROM),
    "focal_sd": HouseDefault(0.03, "of length", "Phones round what they write beside a picture.", _FROM),
    "focal_unsure_sd": HouseDefault(0.35, "of length", "A picture that was cut, or a camera that says nothing.", _FROM),
    "focal_unknown_35_mm": HouseDefault(28, "mm", "The usual lens of a phone.", _FROM),
    "bend_sd": HouseDefault(0.01, "k1", "Phones straighten their pictures themselves.", _FROM),
    "middle_sd_share": HouseDefault(0.004, "of width", "The lens is well centred.", _FROM),
    "middle_cut_sd_share": HouseDefault(0.1, "of width", "Of a picture that was cut nobody knows the middle.", _FROM),
    "rim_over_bead_mm": HouseDefault(6, "mm", "A rim's edge stands so far outside the bead's seat.", _FROM),
    "rim_sd_mm": HouseDefault(0.5, "mm", "Rims differ by so little.", _FROM),
    "rims_sd_mm": HouseDefault(1, "mm", "And both of a bike alike.", _FROM),
    "rim_plane_mm": HouseDefault(13, "mm", "The near edge stands half a rim's width out.", _FROM),
    "rim_plane_sd_mm": HouseDefault(3, "mm", "Rims are wider and narrower.", _FROM),
    "rim_drop_sd_mm": HouseDefault(1.5, "mm", "Tyres sink in unlike.", _FROM),
    "tyre_sd_mm": HouseDefault(1, "mm", "Tyres of one print differ on their rims.", _FROM),
    "tyres_sd_mm": HouseDefault(3, "mm", "And both alike, by pressure and rim.", _FROM),
    "tyre_plane_sd_mm": HouseDefault(1, "mm", "A tyre's middle is the bike's.", _FROM),
    "tyre_drop_sd_mm": HouseDefault(1, "mm", "Tyres sink in unlike.", _FROM),
    "tyre_width_mm": HouseDefault(30, "mm", "Where nobody read it.", _FROM),
    "wheelbase_sd_mm": HouseDefault(2, "mm", "Taped from axle to axle.", _FROM),
    "crank_sd_mm": HouseDefault(0.3, "mm", "What is printed on a crank is so.", _FROM),
    "steer_sd_deg": HouseDefault(3, "°", "Bars that are held straight stand so straight.", _FROM),
    "head_angle_deg": HouseDefault(72, "°", "The usual one.", _FROM),
    "head_angle_sd_deg": HouseDefault(1.5, "°", "Bikes differ by so much.", _FROM),
    "head_angle_typed_sd_deg": HouseDefault(0.5, "°", "Charts round it.", _FROM),
    "fork_offset_mm": HouseDefault(46, "mm", "The usual one.", _FROM),
    "fork_offset_sd_mm": HouseDefault(4, "mm", "Forks differ by so much.", _FROM),
    "fork_offset_typed_sd_mm": HouseDefault(1, "mm", "Charts round it.", _FROM),
    "depth_typed_sd_mm": HouseDefault(5, "mm", "A depth that was measured.", _FROM),
    "taped_sd_mm": HouseDefault(2, "mm", "What one more taped distance would be sure to.", _FROM),
}  # fmt: skip


def _depth(at_mm: float, sd_mm: float, reason: str) -> tuple[HouseDefault, HouseDefault]:
    return HouseDefault(at_mm, "mm", reason, _FROM), HouseDefault(sd_mm, "mm", "Bikes and riders differ so.", _FROM)


# Towards the camera from the bike's middle plane: where what is seen of each place lies, and how sure that is, mm.
DEPTHS: dict[Place, tuple[HouseDefault, HouseDefault]] = {
    "BB": _depth(60, 8, "The near end of the axle."),
    "pedal": _depth(75, 10, "The axle's end at the crank's face."),
    "rear_axle": _depth(72, 6, "The axle's near end."),
    "front_axle": _depth(56, 5, "The axle's near end."),
    "S": _depth(0, 10, "On the saddle's middle line."),
    "N": _depth(0, 3, "The saddle's tip."),
    "B": _depth(22, 6, "The near side of the stem's clamp."),
    "H": _depth(205, 5, "Half of the width over the hoods."),
    "G": _depth(360, 5, "Half of a flat bar."),
    "P": _depth(90, 10, "Half of what the pads stand apart."),
    "hip": _depth(170, 20, "Half of the width over the hips."),
    "knee": _depth(150, 20, "The outside of the near knee."),
    "ankle": _depth(140, 15, "The outside of the near ankle."),
    "shoulder": _depth(190, 20, "Half of the width over the shoulders."),
    "elbow": _depth(220, 30, "Elbows stand out a little."),
    "wrist": _depth(205, 10, "As the hand on its hood."),
}  # fmt: skip


def usual(name: str) -> float:
    """One of the house's numbers."""
    return PHOTO[name].value


@dataclass(frozen=True, slots=True)
class Limit:
    """From where on a photograph is warned of, and from where refused; ``above`` or below it."""

    warn: HouseDefault
    refuse: HouseDefault | None
    above: bool = True

    def passed(self, value: float, limit: float) -> bool:
        """Whether a value lies past a limit."""
        return value > limit if self.above else value < limit


def _limit(unit: str, warn: float, refuse: float | None, reason: str, *, above: bool = True) -> Limit:
    refused = None if refuse is None else HouseDefault(refuse, unit, reason, _FROM)
    return Limit(HouseDefault(warn, unit, reason, _FROM), refused, above)


FLAGS: dict[str, Limit] = {
    "oblique": _limit("°", 15, 21, "Seen so far aside, every doubtful depth moves its mark."),
    "close": _limit("mm", 2000, 1500, "So near, depths weigh too much.", above=False),
    "small": _limit("px a mm", 1.0, 0.5, "A click is then worth more than the tape's doubt.", above=False),
    "wheel_cut_off": _limit("°", 200, 120, "A circle is not known by a part of it.", above=False),
    "steered": _limit("°", 5, 10, "A turned bar is turned back by calculation, and less surely the further."),
    "disagrees": _limit("of variance", 3, 3, "What was clicked and what is known do not fit."),
    "uncertain": _limit("mm", 8, 15, "Less sure than a glance along a tape."),
}
