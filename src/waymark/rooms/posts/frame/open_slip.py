"""A slip that is still open in Measure, and how much what is recommended hangs on it."""

from __future__ import annotations

from collections.abc import Mapping

from waymark.core.callout import Agreement
from waymark.core.figures import whole
from waymark.core.marks import Mark
from waymark.core.say import Count, Said, Words, bare, in_a_row, say, with_and
from waymark.core.search import SizeResult
from waymark.core.search.offers import shortlist
from waymark.rooms.files import Fact, Facts, MarkName, fact
from waymark.rooms.plan import answer, build_words, is_long, looked_at
from waymark.rooms.posts.goal import GoalState, goal_marks
from waymark.rooms.posts.measure import MeasureState, hood_agrees, open_findings, parts_agree, seat_agrees
from waymark.rooms.telling import as_said


@fact
def open_slip(facts: Facts) -> Said | None:
    """What is open in Measure, what is done about it here, and what would be recommended were it otherwise."""
    grave = open_findings(facts)
    if not grave:
        return None
    first, more = grave[0], len(grave) - 1
    named = (
        say("{title} {value}", title=as_said(first.title), value=as_said(first.value)) if first.value else first.title
    )
    said = [say("Open in Measure: {named}.", named=as_said(named))]
    if more:
        said[0] = say("Open in Measure: {named}, and {more} more.", named=as_said(named), more=Count(more))
    if first.kind == "slip":
        said.append(say("Here it is left out."))
        said += _were(facts, _kept(facts, first.key), say("Kept"))
    elif first.kind == "parts":
        said.append(say("Here the tape is followed."))
        said += _were(facts, _by_parts(facts, first.mark), say("By the parts"))
    return in_a_row(said)


def _kept(facts: Facts, key: str) -> Facts:
    """The file with the reading kept against the others."""
    measure = facts.part(MeasureState)
    readings = dict(measure.readings)
    readings[key] = readings[key].model_copy(update={"decision": "kept"})
    return facts.supposing(measure.model_copy(update={"readings": readings}))


# What holds a point of the survey against its parts, and which mark of the goal that is.
HELD_BY: Mapping[str, tuple[Fact[Agreement | None], MarkName]] = {
    "clamp": (parts_agree, "hand"),
    "h": (hood_agrees, "hand"),
    "s": (seat_agrees, "saddle"),
}


def _by_parts(facts: Facts, point: str) -> Facts | None:
    """The file with the mark where its parts put it."""
    held, mark = HELD_BY[point]
    found, goal = held(facts), facts.part(GoalState)
    if found is None:
        return None
    x, y = f"{mark}_dx_mm", f"{mark}_dy_mm"
    moved = {x: getattr(goal, x) - found.off.x_mm, y: getattr(goal, y) - found.off.y_mm}
    return facts.supposing(goal.model_copy(update=moved))


def _were(facts: Facts, other: Facts | None, how: Said) -> list[Said]:
    """What of the marks and of the recommendation would be another."""
    if other is None:
        return []
    here, there = goal_marks(facts), goal_marks(other)
    named: tuple[tuple[MarkName, Said], ...] = (("saddle", say("the saddle")), ("hand", say("the hand")))
    moved = []
    for mark, name in named:
        a, b = here.get(mark), there.get(mark)
        if a is not None and b is not None and (off := _off(b - a)):
            moved.append(say("{mark} would be {off}", mark=name, off=with_and(off)))
    if not moved:
        return [say("{how}, no mark would move by a millimetre.", how=how)]
    what = with_and(moved)
    if is_long(facts):
        return [say("{how}, {what}.", how=how, what=what)]
    return [say("{how}, {what}; {then}.", how=how, what=what, then=_recommended(facts, other))]


def _off(by: Mark) -> list[Said]:
    x, y = whole(by.x_mm), whole(by.y_mm)
    said = []
    if x:
        said.append(say("{by} further forward", by=bare(x)) if x > 0 else say("{by} further back", by=bare(-x)))
    if y:
        said.append(say("{by} higher", by=bare(y)) if y > 0 else say("{by} lower", by=bare(-y)))
    return said


def _recommended(facts: Facts, other: Facts) -> Said:
    mine, theirs = _first(facts), _first(other)
    if theirs is None:
        return (
            say("then no frame here would carry the goal") if mine else say("no frame here would carry it then either")
        )
    if mine is not None and mine.frame.key == theirs.frame.key and _alike(mine, theirs):
        return say("the same build would be recommended")
    frame = Words(dict(looked_at(other))[int(theirs.frame.key)].label)
    return say("then {frame} would be recommended, {build}", frame=frame, build=build_words(theirs))


def _alike(mine: SizeResult, theirs: SizeResult) -> bool:
    """Whether a mechanic would do the same; the own bar is where it was measured, here and there."""
    return (mine.bar_key, build_words(mine)) == (theirs.bar_key, build_words(theirs))


def _first(facts: Facts) -> SizeResult | None:
    whole_answer = answer(facts)
    top = shortlist(whole_answer)[0] if whole_answer else None
    return top.result if top else None
