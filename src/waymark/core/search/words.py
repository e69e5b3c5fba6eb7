"""Why a size stands where it does, in a sentence with its millimetres."""

from __future__ import annotations

from collections.abc import Mapping
from typing import TYPE_CHECKING

from waymark.core.rules.schools import SCHOOLS
from waymark.core.say import Angle, Capital, Length, Said, Size, bare, say, term, with_and, with_commas, with_semicolons

if TYPE_CHECKING:
    from waymark.core.search.model import SizeResult


# What each rung of the cost ladder buys, by its number.
PRICES = (
    say("nothing"),
    say("the price of a stem"),
    say("the price of a bar"),
    say("the price of a one-piece cockpit"),
)


def explain(r: SizeResult) -> Said:
    """One or two sentences: what the build gives, or which limit stops it and by how much."""
    if r.verdict == "out":
        return _why_not(r)
    off = round(r.miss_mm)
    near = say("{off} from the goal", off=Length(off)) if off else say("On the goal")
    up, down = bare(r.room_up_mm), bare(r.room_down_mm)
    stands = say("{near}, with {up} to go up and {down} down.", near=near, up=up, down=down)
    given = _given_up(r)
    return say("{stands} Against it: {what}.", stands=stands, what=with_semicolons(given)) if given else stands


def stem_words(r: SizeResult) -> Said:
    """The stem as it will stand: length and the angle it then has."""
    stem = r.stem_stands
    return say("{length} {angle}", length=Size(stem.length_mm), angle=Angle(stem.angle_deg, signed=True))


def decided_by(r: SizeResult, taken: Mapping[str, str]) -> Said | None:
    """Which schools had a say in a build, ``taken`` naming each question's answer; none where none had."""

    def label(question: str) -> Said:
        return term(SCHOOLS[question].pick(taken[question]).label)

    said = []
    if r.place.says and r.bar is not None and r.goal.carried == "hand" and r.place.slope_deg is not None:
        said.append(say("the bar turned {how}", how=label("rotation")))
    if r.goal.gates.standover_first and r.frame.standover_mm is not None:
        said.append(say("standover {how}", how=label("standover")))
    if r.goal.gates.foot_lift_mm is not None and r.goal.gates.step_over_first:
        said.append(say("stepping over {how}", how=label("step_over")))
    return say("By school: {decisions}.", decisions=with_commas(said)) if said else None


def _given_up(r: SizeResult) -> list[Said]:
    limit, given = r.frame.spacer_limit_mm, []
    tall = r.spacers_mm > r.goal.weights.spacer_warn_share * limit
    if tall:
        given.append(say("{pile} of pile where {limit} are allowed", pile=bare(r.spacers_mm), limit=bare(limit)))
    given += [f.says for f in r.faults if not (tall and f.kind == "pile")][:2]
    if r.seat is not None and r.seat.exposed_mm > r.goal.weights.tall_post_mm:
        given.append(say("a post {exposed} out", exposed=bare(r.seat.exposed_mm)))
    return given


def away_words(r: SizeResult) -> Said:
    """How far a build lies off the goal, level and plumb, in words."""
    parts = []
    if abs(r.miss.x_mm) >= 0.5:
        far = bare(abs(r.miss.x_mm))
        parts.append(say("{far} forward", far=far) if r.miss.x_mm > 0 else say("{far} back", far=far))
    if abs(r.miss.y_mm) >= 0.5:
        far = bare(abs(r.miss.y_mm))
        parts.append(say("{far} high", far=far) if r.miss.y_mm > 0 else say("{far} low", far=far))
    return with_and(parts) if parts else say("under half a millimetre")


def _why_not(r: SizeResult) -> Said:
    said = list(r.gates)
    along, across = r.along_mm, r.across_mm
    tolerance = min(r.goal.tolerance.hand_x_mm, r.goal.tolerance.hand_y_mm)
    if along < -tolerance:
        low = say(
            "{by} too low along the steerer with all {pile} of spacers in", by=bare(-along), pile=bare(r.spacers_mm)
        )
        said.append(low)
    elif along > tolerance:
        said.append(say("{by} too high along the steerer with no more spacers to take out", by=bare(along)))
    if abs(across) > tolerance:
        side = say("far") if across > 0 else say("near")
        by, stem = bare(abs(across)), Size(r.stem_stands.length_mm)
        said.append(say("{by} too {side} with the {stem} stem; no spacer mends that", by=by, side=side, stem=stem))
    if r.seat is not None and r.seat.limit is not None:
        why, short = term(r.seat.limit), r.seat.short_mm
        why = say("{limit}, {short} short", limit=why, short=bare(short)) if short else why
        said.append(say("the saddle is not reached: {why}", why=why))
    if not said:
        said.append(say("{miss} from the goal at its nearest", miss=bare(r.miss_mm)))
    return say("{why}.", why=Capital(with_semicolons(said)))
