"""What follows of a made-to-measure frame's choices, in words (docs/formulas.md, Made to measure)."""

from __future__ import annotations

from collections.abc import Mapping

from waymark.core.frame.made import MADE, MadeFor, MadeFrame
from waymark.core.say import Count, Length, Said, bare, exactly, say


def consequences(it: MadeFor, made_frame: MadeFrame) -> list[tuple[Said, float]]:
    """What follows of the choices, each in words with the points against it."""
    g, cost = made_frame.geometry, made_frame.against
    share = round(100 * g.head_tube_mm / g.stack_mm)
    least, most = (round(100 * MADE[name].value) for name in ("head_share_least", "head_share_greatest"))
    said = [
        _one(
            say("Stack {stack}, reach {reach}.", stack=bare(g.stack_mm), reach=bare(g.reach_mm)),
            cost,
            "stem_a_mm",
            "stem_angle_a_deg",
            "pile_a_mm",
        ),
        _one(
            say(
                "Head tube {tube}, {share} % of the stack; {least} to {most} is well made.",
                tube=bare(g.head_tube_mm),
                share=Count(share),
                least=Count(least),
                most=Count(most),
            ),
            cost,
            "head_share_a_hundredth",
        ),
        _one(_trail(it, g.trail_mm), cost, "trail_a_mm", "head_angle_a_deg", "offset_a_mm"),
    ]
    if made_frame.toe_mm is not None:
        said.append(_one(_toe(made_frame.toe_mm), cost, "toe_a_mm"))
    if made_frame.front_share_percent is not None:
        percent = Count(round(made_frame.front_share_percent))
        front = say("{percent} % of the rider on the front wheel; 38 to 48 rides well.", percent=percent)
        said.append(_one(front, cost, "share_a_percent", "chainstay_a_mm"))
    if made_frame.standing_room_mm is not None:
        said.append(_one(_standing(made_frame.standing_room_mm), cost, "standover_a_mm", "post_a_mm"))
    pile = made_frame.spacers_mm
    said.append((say("The bar can come {pile} of spacer down without another stem.", pile=exactly(pile)), 0.0))
    return said


def _one(says: Said, against: Mapping[str, float], *names: str) -> tuple[Said, float]:
    return says, round(sum(against.get(n, 0.0) for n in names), 1)


def _trail(it: MadeFor, trail_mm: float) -> Said:
    least, most = it.trail_window_mm
    return say(
        "Trail {trail}; this use is at home with {least} to {most}.",
        trail=bare(trail_mm),
        least=bare(least),
        most=bare(most),
    )


def _toe(toe_mm: float) -> Said:
    if toe_mm < 0:
        return say("Shoe and tyre overlap by {by} in slow turns.", by=Length(-toe_mm))
    return say("Shoe and tyre pass with {by} to spare.", by=Length(toe_mm))


def _standing(room_mm: float) -> Said:
    if room_mm < 0:
        return say("Standing over it is {by} short of the room wanted.", by=Length(-room_mm))
    return say("Standing over it has the room wanted and {by} more.", by=Length(room_mm))
