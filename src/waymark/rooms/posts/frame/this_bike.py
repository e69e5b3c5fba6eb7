"""The bike that is owned, as the first machine: what the goal asks of it, rung by rung."""

from __future__ import annotations

from waymark.core.figures import whole
from waymark.core.marks import Mark
from waymark.core.rules.verdict import show_miss
from waymark.core.say import Capital, Length, Said, bare, say, with_and, with_semicolons
from waymark.core.search.gates import gate_faults
from waymark.core.ways import Way
from waymark.core.workmanship import Fault
from waymark.rooms.files import Facts
from waymark.rooms.plan import (
    BuildState,
    FrameState,
    OwnBike,
    faults_of_way,
    gates,
    nose_x_mm,
    own_bike,
    saddle_move,
    saddle_move_words,
    search_goal,
    ways_offered,
)
from waymark.rooms.posts.frame.shapes import RungOut, ThisBike
from waymark.rooms.shelves import frame_option


def this_bike(facts: Facts) -> ThisBike | None:
    """What the goal asks of the own bike; ``None`` where its frame, stem or hand is not known."""
    bike, goal = own_bike(facts), search_goal(facts)
    if bike is None or goal is None:
        return None
    stops = [f.words for f in gate_faults(frame_option("", bike.frame), gates(facts), nose_x_mm(facts))]
    offered = [] if stops else ways_offered(facts)
    return ThisBike(
        frame=bike.frame.label,
        kind=bike.frame.kind,
        headline=say("Not for this rider, whatever its position.") if stops else _headline(facts, bike, offered),
        saddle=None if stops else _saddle(facts),
        rungs=_rungs(facts, bike, offered),
        note=_note(bike),
        stops=stops,
    )


def _rungs(facts: Facts, bike: OwnBike, offered: list[Way]) -> list[RungOut]:
    tol_x, tol_y = facts.house.tolerance("hand")
    return [
        RungOut(
            rung=way.rung,
            does=_does(way, faults_of_way(facts, way)),
            show_x=show_miss(way.miss.x_mm, tol_x),
            show_y=show_miss(way.miss.y_mm, tol_y),
            leaves=_leaves(way.miss),
            taken=_taken(facts, bike, way),
        )
        for way in offered
    ]


def _does(way: Way, faults: tuple[Fault, ...]) -> Said:
    """What a mechanic does, what is bought for it, and what a workshop holds against it most."""
    if way.rung == "nothing":
        return say("change nothing")
    said = [with_and(way.changes), *([say("nothing to buy")] if way.rung == "free" else [])]
    said += [say("against it: {fault}", fault=faults[0].says)] if faults else []
    return with_semicolons(said)


def _leaves(miss: Mark) -> Said:
    """What is left of the miss, in words."""
    parts = []
    x, y = whole(miss.x_mm), whole(miss.y_mm)
    if x:
        parts.append(say("{by} forward", by=bare(x)) if x > 0 else say("{by} back", by=bare(-x)))
    if y:
        parts.append(say("{by} high", by=bare(y)) if y > 0 else say("{by} low", by=bare(-y)))
    return with_and(parts) if parts else say("nothing")


def _headline(facts: Facts, bike: OwnBike, offered: list[Way]) -> Said:
    if not bike.agrees:
        by = Length(bike.off.length_mm)
        return say("Chart and parts put the bar {by} from where the tape does: see Measure.", by=by)
    if not offered:
        return say("Own spacers, the own stem turned and a new stem do not reach the goal: it wants another frame.")
    first = offered[0]
    move = saddle_move(facts)
    still = move is None or not move.moves
    if first.rung == "nothing" and still:
        return say("It is there: change nothing.")
    if first.rung == "nothing":
        return say("The front end is there: change nothing at the bar.")
    if first.rung == "free":
        return say("It gets there for nothing.")
    return say("It gets there with a small part.")


def _saddle(facts: Facts) -> Said | None:
    move = saddle_move(facts)
    if move is None:
        return None
    return say("{what}.", what=Capital(saddle_move_words(move))) if move.moves else say("The saddle stays.")


def _note(bike: OwnBike) -> Said | None:
    """How chart and tape agree on where the bar is."""
    by = whole(bike.off.length_mm)
    if not bike.agrees:
        return None
    if by <= 2:
        return say("Chart, parts and tape agree on the bar within {by}.", by=Length(max(1, by)))
    return say("Chart and parts put the bar {by} from the tape; the tape is taken.", by=Length(by))


def _taken(facts: Facts, bike: OwnBike, way: Way) -> bool:
    chosen, build = facts.part(FrameState).chosen, facts.part(BuildState)
    if chosen is None or chosen.label != bike.frame.label or build.stem is None or not chosen.owned:
        return False
    stands = -build.stem.angle_deg if build.turned_over else build.stem.angle_deg
    same_stem = (build.stem.length_mm, stands) == (way.stem.length_mm, way.stem.angle_deg)
    return same_stem and abs(build.spacers_mm - way.pile_mm) < 1e-6
