"""Which bars suit a rider and a use: width, reach, drop and flare, each with its reason (docs/formulas.md, Workmanship)."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.rules.weights import PLACING_USUAL, Placing
from waymark.core.rules.workmanship import BAR_WIDTHS
from waymark.core.say import Length, Said, say, with_and


@dataclass(frozen=True, slots=True)
class BarRider:
    """What of a rider decides a bar; lengths mm, ``None`` where not known.

    ``shoulders_guessed``: the width of the shoulders follows from the height alone. ``present_mm`` is the width of the
    bar ridden now.
    """

    shoulder_width_mm: float | None = None
    shoulders_guessed: bool = False
    height_mm: float | None = None
    hand_mm: float | None = None
    numb_hands: bool = False
    stiff_back: bool = False
    present_mm: float | None = None


@dataclass(frozen=True, slots=True)
class BarWish:
    """The bar to look for: least and greatest width, mm (``None``: any), its bend, and why.

    ``compact``: reach and drop within the short bend's limits; deep bends are left out unless ``deep`` is asked for;
    ``flare``: wider at the drops than at the hoods.
    """

    width_mm: tuple[float, float] | None = None
    compact: bool = False
    deep: bool = False
    flare: bool = False
    width_why: Said | None = None
    bend_why: Said | None = None

    @property
    def middle_mm(self) -> float | None:
        """The width looked for first."""
        return None if self.width_mm is None else (self.width_mm[0] + self.width_mm[1]) / 2

    def takes_width(self, width_mm: float | None) -> bool:
        """Whether a bar of this width is offered."""
        if width_mm is None or self.width_mm is None:
            return True
        return self.width_mm[0] - 1e-9 <= width_mm <= self.width_mm[1] + 1e-9

    def takes_bend(self, reach_mm: float, drop_mm: float, placing: Placing = PLACING_USUAL) -> bool:
        """Whether a drop bar of this reach and drop is offered."""
        if self.compact:
            return reach_mm <= placing.compact_reach_mm and drop_mm <= placing.compact_drop_mm
        return self.deep or (reach_mm <= placing.deep_reach_mm and drop_mm <= placing.deep_drop_mm)


def bar_wish(
    use: str, school: str, hand: str, rider: BarRider, placing: Placing = PLACING_USUAL, *, deep: bool = False
) -> BarWish:
    """The bar to look for, for a goal whose ``hand`` is the hood, the grip or the pad.

    ``school`` is that of bar width: by the shoulders (``acromion``), ``narrower``, ``wider``, or as at ``present``.
    """
    if hand == "pad":
        return BarWish()
    width, why = _width(use, school, rider, placing)
    if hand != "hood":
        return BarWish(width, width_why=why)
    reasons = []
    if rider.height_mm is not None and rider.height_mm < placing.short_rider_mm:
        reasons.append(say("a short rider"))
    if rider.hand_mm is not None and rider.hand_mm < placing.small_hand_mm:
        reasons.append(say("small hands"))
    if rider.numb_hands:
        reasons.append(say("numb hands"))
    if rider.stiff_back:
        reasons.append(say("a stiff back"))
    bend = say("compact for {reasons}", reasons=with_and(reasons)) if reasons else None
    return BarWish(width, bool(reasons), deep, BAR_WIDTHS[use].flare, why, bend)


def _width(use: str, school: str, rider: BarRider, placing: Placing) -> tuple[tuple[float, float] | None, Said | None]:
    if school == "present" and rider.present_mm is not None:
        at = rider.present_mm
        return (at - placing.same_width_mm, at + placing.same_width_mm), say("as wide as now")
    by_use = BAR_WIDTHS[use]
    shift = {"narrower": placing.narrower_mm, "wider": placing.wider_mm}.get(school, 0.0)
    if by_use.whole_mm is not None:
        least, most = by_use.whole_mm
        return (least + shift, most + shift), say("as wide as this use asks")
    if by_use.from_shoulders_mm is None or rider.shoulder_width_mm is None:
        return None, None
    low, high = by_use.from_shoulders_mm
    bones = rider.shoulder_width_mm
    shown = Length(bones)
    than = {"narrower": say("narrower than the shoulders"), "wider": say("wider than the shoulders")}
    by = than.get(school, say("by the shoulders"))
    if rider.shoulders_guessed:
        why = say("{by}, some {width} by the height", by=by, width=shown)
    else:
        why = say("{by}, {width}", by=by, width=shown)
    return (bones + low + shift, bones + high + shift), why
