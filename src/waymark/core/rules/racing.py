"""An event's rules as the fitter read them in its rulebook, held against a position (docs/formulas.md, Cautions).

Rulebooks change and differ: the numbers are data of the fit with the day they were read, never the house's own.
"""

from __future__ import annotations

from dataclasses import dataclass

LOOK_UP = "Look the event's current rulebook up."


@dataclass(frozen=True, slots=True)
class RaceRules:
    """Least distance of the saddle's nose behind the BB and least bar width, mm; None where no rule is.

    ``dated`` is the day they were read, as typed.
    """

    nose_behind_bb_mm: float | None = None
    least_bar_width_mm: float | None = None
    dated: str = ""


def rules_say(rules: RaceRules, nose_x_mm: float | None, bar_width_mm: float | None) -> list[str]:
    """What breaks the rules and by how many mm, or that nothing does; nothing where no rule was read.

    ``nose_x_mm`` is + ahead of the BB; what is not known yet is not judged, and said so.
    """
    if rules.nose_behind_bb_mm is None and rules.least_bar_width_mm is None:
        return []
    said: list[str] = []
    unknown: list[str] = []
    if rules.nose_behind_bb_mm is not None and nose_x_mm is None:
        unknown.append("the nose's place")
    elif rules.nose_behind_bb_mm is not None and nose_x_mm is not None:
        short = rules.nose_behind_bb_mm + nose_x_mm
        if short > 0:
            where = "behind" if nose_x_mm <= 0 else "ahead of"
            asked = f"{rules.nose_behind_bb_mm:g} behind asked, {short:.0f} short"
            said.append(f"Rules: the nose {abs(nose_x_mm):.0f} {where} the BB, {asked}.")
    if rules.least_bar_width_mm is not None and bar_width_mm is None:
        unknown.append("the bar's width")
    elif rules.least_bar_width_mm is not None and bar_width_mm is not None:
        narrow = rules.least_bar_width_mm - bar_width_mm
        if narrow > 0:
            said.append(f"Rules: the bar {bar_width_mm:g} wide, {rules.least_bar_width_mm:g} asked, {narrow:g} short.")
    if unknown:
        said.append(f"Rules: {' and '.join(unknown)} not known yet.")
    read = f" as read {rules.dated}" if rules.dated else ""
    return [*said, LOOK_UP] if said else [f"Within the rules{read}. {LOOK_UP}"]
