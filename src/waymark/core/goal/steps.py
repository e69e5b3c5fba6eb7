"""The steps a goal is made of: typed data, and what each does to a position (docs/formulas.md, Goal)."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from waymark.core.body import SEATED, BodyMeasures, FootFit, Seated, segments
from waymark.core.errors import InputError
from waymark.core.feet import Hands, Keep, change_crank, change_foot, heel_inward_mm
from waymark.core.marks import ORIGIN, Mark
from waymark.core.say import Angle, Count, Said, bare, exactly, say, tenths, term, with_and, with_commas
from waymark.core.translate import SHIFTS, STRENGTH, AeroAsk, School, Use, mix, to_aero, translate

Clamp = Literal["unknown", "allowed", "forbidden"]


@dataclass(frozen=True, slots=True)
class Position:
    """A rider on a bike: saddle and hand, mm from the BB; crank, mm; the foot on its pedal; what the bike is used for.

    ``pad`` is where a forearm lies, ``None`` with the hands on a bar; ``seated`` how the pelvis is turned.
    """

    saddle: Mark
    hand: Mark
    use: Use
    crank_mm: float
    foot: FootFit
    pad: Mark | None = None
    seated: Seated = SEATED

    @property
    def contact(self) -> Mark:
        """What carries the rider in front: the pad, else the hand."""
        return self.hand if self.pad is None else self.pad

    def moved(self, saddle_by: Mark, hand_by: Mark) -> Position:
        """Saddle and hands moved, the pads with the hands."""
        pad = None if self.pad is None else self.pad + hand_by
        return replace(self, saddle=self.saddle + saddle_by, hand=self.hand + hand_by, pad=pad)


@dataclass(frozen=True, slots=True)
class DisciplineStep:
    """To another use, by one of two schools, ``strength`` of the way from near to far."""

    to: Use
    school: School = "deltas"
    strength: float = 0.5


@dataclass(frozen=True, slots=True)
class MixStep:
    """To all the uses of one bike at once, each with its share."""

    uses: tuple[tuple[Use, float], ...]


@dataclass(frozen=True, slots=True)
class AeroStep:
    """To arm pads; what the bar's maker says of a clamp on it, and for how long the position is to be held, minutes."""

    ask: AeroAsk
    clamp: Clamp = "unknown"
    held_min: float | None = None


@dataclass(frozen=True, slots=True)
class CrankStep:
    """A crank of another length, mm: what is kept, and what the hands do."""

    to_mm: float
    keep: Keep = "extension"
    hands: Hands = "with_saddle"


@dataclass(frozen=True, slots=True)
class FootStep:
    """Pedal, cleat and shoe: sole higher over the axle and cleat farther aft, by mm; the saddle keeps the leg's reach.

    Both feet farther apart by mm in all, and each heel turned in by degrees, which move no mark seen from the side.
    """

    stack_by_mm: float = 0.0
    cleat_aft_by_mm: float = 0.0
    hands: Hands = "with_saddle"
    apart_by_mm: float = 0.0
    heels_in_by_deg: float = 0.0


@dataclass(frozen=True, slots=True)
class MoveStep:
    """A mark moved for a reason of its own, mm; ``hands`` says what they do where it is the saddle."""

    mark: Literal["saddle", "hand"]
    by: Mark
    hands: Hands = "place"


LOST_ON_PADS = say(
    "brakes and gears are out of reach on the pads and the front steers slower: for open, straight roads"
)
CLAMPED: dict[Clamp, Said] = {
    "unknown": say("clip-ons go only on a bar whose maker allows the clamp: where that is not known, ask the maker"),
    "allowed": say("the bar’s maker allows clip-ons"),
    "forbidden": say("the bar’s maker allows no clamp on it: pads need a bar made for them"),
}
Step = DisciplineStep | MixStep | AeroStep | CrankStep | FootStep | MoveStep
HANDS_SAID: dict[Hands, Said] = {
    "with_saddle": say("the hands go with it"),
    "drop": say("the drop stays"),
    "place": say("the hands stay"),
}


def taken(step: Step, at: Position, body: BodyMeasures) -> tuple[Position, tuple[Said, ...]]:
    """Where ``step`` leads from ``at``, and why; raises ``InputError`` or ``GeometryError`` where it leads nowhere."""
    match step:
        case DisciplineStep():
            return _to_use(step, at, body)
        case MixStep():
            return _to_uses(step, at)
        case AeroStep():
            return _to_pads(step, at, body)
        case CrankStep():
            return _to_crank(step, at, body)
        case FootStep():
            return _to_foot(step, at, body)
        case MoveStep():
            return _by_hand(step, at)


def _to_use(step: DisciplineStep, at: Position, body: BodyMeasures) -> tuple[Position, tuple[Said, ...]]:
    if at.pad is not None:
        raise InputError(
            "The hands lie on arm pads: offsets from hood to hood say nothing of them.",
            field="to",
            allowed="the discipline before the pads, or a position measured on the hoods",
        )
    found = translate(
        at.saddle, at.hand, body, at.foot, at.crank_mm, at.use, step.to, step.school, step.strength, seated=at.seated
    )
    why = list(dict.fromkeys(line.why for line in found.steps))
    return replace(at, saddle=found.saddle, hand=found.hand, use=step.to), tuple(why)


def _to_uses(step: MixStep, at: Position) -> tuple[Position, tuple[Said, ...]]:
    """The mix is stated from road endurance: first back to there by the known offsets, half-way, then to what is shared."""
    if not step.uses:
        raise InputError("No uses are recorded of this rider.", field="uses", allowed="shares at the Rider post")
    here = SHIFTS.get(at.use)
    if at.pad is not None or here is None or here.hand is None:
        raise InputError(
            "Uses are mixed from a position on the hoods.", field="uses", allowed="a bike with drop bars, off the pads"
        )
    saddle, hand = at.saddle - here.saddle.at(STRENGTH), at.hand - here.hand.at(STRENGTH)
    found = mix(step.uses, saddle, hand)
    meets = say("what {uses} have in common, each by its share", uses=_uses_words(step))
    if not found.two_set_ups:
        return replace(at, saddle=found.saddle, hand=found.hand), (meets,)
    apart = say("they do not meet: two set-ups, and this lies between them by share")
    changes = tuple(say("to change over: {change}", change=change) for change in found.quick_changes)
    return replace(at, saddle=found.saddle, hand=found.hand), (meets, apart, *changes)


def _uses_words(step: MixStep) -> Said:
    return with_and(
        [say("{use} {share} %", use=term(_words(use).lower()), share=Count(share)) for use, share in step.uses]
    )


def _to_pads(step: AeroStep, at: Position, body: BodyMeasures) -> tuple[Position, tuple[Said, ...]]:
    if at.pad is not None:
        raise InputError("The arms lie on pads already.", field="step", allowed="pads once")
    found = to_aero(at.saddle, at.hand, body, at.foot, at.crank_mm, step.ask, at.seated)
    if step.held_min is None:
        held = say("an aero position is judged by how long it is held: ride it before it is bought")
    else:
        held = say(
            "to be held for {minutes} min: ride that long before it is bought", minutes=Count(round(step.held_min))
        )
    why = (*(line.why for line in found.steps if line.mark != "hand"), LOST_ON_PADS, CLAMPED[step.clamp], held)
    after = replace(at, saddle=found.saddle, hand=found.hand, pad=found.pad, seated=found.seated, use="time_trial")
    return after, why


def _to_crank(step: CrankStep, at: Position, body: BodyMeasures) -> tuple[Position, tuple[Said, ...]]:
    found = change_crank(
        at.saddle, at.hand, segments(body), at.foot, at.crank_mm, step.to_mm, step.keep, step.hands, at.seated
    )
    kept: dict[Keep, Said] = {
        "line": say("the saddle up its line by the difference"),
        "extension": say("the leg stretched as before"),
        "both": say("the leg stretched as before, the knee over the pedal as before"),
    }
    why = say("{kept}; {hands}", kept=kept[step.keep], hands=HANDS_SAID[step.hands])
    lower, torque = found.foot_top_lower_mm, round(found.torque_change_percent)
    said = [why]
    if round(lower):
        by, less = bare(abs(lower)), Count(abs(torque))
        said.append(
            say("at the top the foot is {by} lower under the hip", by=by)
            if lower > 0
            else say("at the top the foot is {by} higher under the hip", by=by)
        )
        said.append(
            say("{less} % less torque for the same push", less=less)
            if torque < 0
            else say("{more} % more torque for the same push", more=less)
        )
    after = at.moved(found.saddle - at.saddle, found.hand - at.hand)
    return replace(after, crank_mm=step.to_mm), tuple(said)


def _to_foot(step: FootStep, at: Position, body: BodyMeasures) -> tuple[Position, tuple[Said, ...]]:
    foot = replace(
        at.foot,
        stack_mm=at.foot.stack_mm + step.stack_by_mm,
        cleat_aft_mm=at.foot.cleat_aft_mm + step.cleat_aft_by_mm,
        apart_by_mm=at.foot.apart_by_mm + step.apart_by_mm,
        heels_in_by_deg=at.foot.heels_in_by_deg + step.heels_in_by_deg,
    )
    seen = _from_in_front(step, foot)
    if not step.stack_by_mm and not step.cleat_aft_by_mm:
        return replace(at, foot=foot), seen
    found = change_foot(at.saddle, segments(body), at.foot, at.crank_mm, foot.stack_mm, foot.cleat_aft_mm, at.seated)
    by = found.saddle - at.saddle
    hands = {"with_saddle": by, "drop": Mark(0.0, by.y_mm), "place": ORIGIN}[step.hands]
    ends = sorted((abs(found.trade_low_mm), abs(found.trade_high_mm)))
    figures = {"along": tenths(abs(found.along_mm)), "low": exactly(ends[0]), "high": exactly(ends[1])}
    why = (
        say("the leg stretched as before: the saddle {along} up its line (the trade: {low} to {high})", **figures)
        if found.along_mm > 0
        else say(
            "the leg stretched as before: the saddle {along} down its line (the trade: {low} to {high})", **figures
        )
    )
    return replace(at.moved(by, hands), foot=foot), (why, HANDS_SAID[step.hands], *seen)


def _from_in_front(step: FootStep, foot: FootFit) -> tuple[Said, ...]:
    """What stance and turned cleats do, which the side view does not show."""
    said = []
    if step.apart_by_mm:
        each = exactly(abs(step.apart_by_mm) / 2)
        out = step.apart_by_mm > 0
        said += [
            say("each foot {each} further out", each=each) if out else say("each foot {each} further in", each=each),
            say("knees over the feet from in front, at the top and at the bottom"),
        ]
    if step.heels_in_by_deg:
        by = bare(abs(heel_inward_mm(foot, step.heels_in_by_deg)))
        said.append(
            say(
                "each heel {by} nearer to crank and stay, from where the foot hangs by itself: it must pass free", by=by
            )
            if step.heels_in_by_deg > 0
            else say("each heel {by} further from crank and stay, from where the foot hangs by itself", by=by)
        )
    return tuple(said)


def _by_hand(step: MoveStep, at: Position) -> tuple[Position, tuple[Said, ...]]:
    if step.mark == "hand":
        return at.moved(ORIGIN, step.by), ()
    hands = {"with_saddle": step.by, "drop": Mark(0.0, step.by.y_mm), "place": ORIGIN}[step.hands]
    return at.moved(step.by, hands), (HANDS_SAID[step.hands],)


def title_of(step: Step, at: Position) -> Said:
    """What a step is called where it starts from ``at``."""
    match step:
        case DisciplineStep():
            return say("{old} to {new}", old=term(_words(at.use)), new=term(_words(step.to).lower()))
        case MixStep():
            return say("All its uses")
        case AeroStep():
            return say("To arm pads, {by} forward", by=Angle(step.ask.delta_deg))
        case CrankStep():
            return say("Crank {old} to {new}", old=exactly(at.crank_mm), new=exactly(step.to_mm))
        case FootStep():
            return _foot_title(step)
        case MoveStep():
            return say("Saddle moved") if step.mark == "saddle" else say("Hand moved")


def _foot_title(step: FootStep) -> Said:
    stack, aft, apart, turn = step.stack_by_mm, step.cleat_aft_by_mm, step.apart_by_mm, step.heels_in_by_deg
    said = []
    if stack:
        by = exactly(abs(stack))
        said.append(
            say("Sole {by} higher over the axle", by=by) if stack > 0 else say("Sole {by} lower over the axle", by=by)
        )
    if aft:
        by = exactly(abs(aft))
        said.append(say("Cleats {by} aft", by=by) if aft > 0 else say("Cleats {by} forward", by=by))
    if apart:
        by = exactly(abs(apart))
        said.append(say("Feet {by} farther apart", by=by) if apart > 0 else say("Feet {by} nearer together", by=by))
    if turn:
        deg = Angle(abs(turn))
        said.append(say("Heels {deg} in", deg=deg) if turn > 0 else say("Heels {deg} out", deg=deg))
    return with_commas(said) if said else say("The feet as they are")


def _words(use: Use) -> str:
    return use.replace("_", " ").capitalize()
