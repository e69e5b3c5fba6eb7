"""An event's rules as the fitter read them in its rulebook, held against a position (docs/formulas.md, Cautions).

Rulebooks change and differ: the numbers are data of the fit with the day they were read, never the house's own.
"""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.say import Said, Words, bare, exactly, say, with_and

LOOK_UP = say("Look the event's current rulebook up.")


@dataclass(frozen=True, slots=True)
class RaceRules:
    """Least distance of the saddle's nose behind the BB and least bar width, mm; None where no rule is.

    ``dated`` is the day they were read, as typed.
    """

    nose_behind_bb_mm: float | None = None
    least_bar_width_mm: float | None = None
    dated: str = ""


def rules_say(rules: RaceRules, nose_x_mm: float | None, bar_width_mm: float | None) -> list[Said]:
    """What breaks the rules and by how many mm, or that nothing does; nothing where no rule was read.

    ``nose_x_mm`` is + ahead of the BB; what is not known yet is not judged, and said so.
    """
    if rules.nose_behind_bb_mm is None and rules.least_bar_width_mm is None:
        return []
    said: list[Said] = []
    unknown: list[Said] = []
    if rules.nose_behind_bb_mm is not None and nose_x_mm is None:
        unknown.append(say("the nose's place"))
    elif rules.nose_behind_bb_mm is not None and nose_x_mm is not None:
        short = rules.nose_behind_bb_mm + nose_x_mm
        if short > 0:
            where = say("behind") if nose_x_mm <= 0 else say("ahead of")
            asked = say(
                "{nose_behind_bb} behind asked, {short} short",
                nose_behind_bb=exactly(rules.nose_behind_bb_mm),
                short=bare(short),
            )
            said.append(
                say(
                    "Rules: the nose {nose_x} {where} the BB, {asked}.",
                    nose_x=bare(abs(nose_x_mm)),
                    where=where,
                    asked=asked,
                )
            )
    if rules.least_bar_width_mm is not None and bar_width_mm is None:
        unknown.append(say("the bar's width"))
    elif rules.least_bar_width_mm is not None and bar_width_mm is not None:
        narrow = rules.least_bar_width_mm - bar_width_mm
        if narrow > 0:
            said.append(
                say(
                    "Rules: the bar {bar_width} wide, {least_bar_width} asked, {narrow} short.",
                    bar_width=exactly(bar_width_mm),
                    least_bar_width=exactly(rules.least_bar_width_mm),
                    narrow=exactly(narrow),
                )
            )
    if unknown:
        said.append(say("Rules: {what} not known yet.", what=with_and(unknown)))
    if said:
        return [*said, LOOK_UP]
    if rules.dated:
        return [say("Within the rules as read {dated}. {then}", dated=Words(rules.dated), then=LOOK_UP)]
    return [say("Within the rules. {then}", then=LOOK_UP)]
