"""Standing over a frame and stepping over it: what is asked, why, and what it comes to on a frame."""

from __future__ import annotations

from waymark.core.frame import STEP_OVER_ROOM_MM, lean_to_reach_deg, leaned_pull_kg
from waymark.core.marks import Mark
from waymark.core.rules.mounting import GATES, LEG_NEEDS, ROUGH_USES, Mounting, gate_reasons
from waymark.core.rules.uses import counting
from waymark.core.say import Angle, Length, Mass, Said, bare, in_a_row, say, with_semicolons
from waymark.core.search import Gates
from waymark.core.search.gates import standover_room_mm, step_over_mm
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan.asked import schools
from waymark.rooms.plan.facts import nose_to_s_mm, other_crank
from waymark.rooms.posts.goal import discipline, goal_crank_mm, goal_marks
from waymark.rooms.shelves import FrameSize, frame_option

USUAL_SADDLE = Mark(-200, 700)
# A foot stretched down reaches so much of its length further.
TOE_DOWN_SHARE = 0.4


@fact
def gates(facts: Facts) -> Gates:
    """What the rider asks of any frame, as far as it is known."""
    profile, house, use = facts.profile, facts.house, discipline(facts)
    inseam, mass = profile.mm("inseam"), profile.mm("mass")
    return Gates(
        inseam_in_shoes_mm=None if inseam is None else inseam + house.shoes_mm,
        standover_room_mm=house.standover_room_rough_mm if use in ROUGH_USES else house.standover_room_mm,
        standover_first=schools(facts).standover == "first",
        foot_lift_mm=profile.mm("foot_lift"),
        system_mass_kg=None if mass is None else mass + house.bike_mass_kg,
        crank_mm=_crank_mm(facts),
        step_over_first=schools(facts).step_over == "first",
        lean_most_deg=house.lean_most_deg,
    )


def _crank_mm(facts: Facts) -> float | None:
    """The crank chosen, else the goal's where one was read: an assumed one bars no frame."""
    chosen_one = other_crank(facts)
    if chosen_one is not None:
        return chosen_one.length_mm
    return goal_crank_mm(facts) if "foot" in goal_marks(facts) else None


@fact
def nose_x_mm(facts: Facts) -> float:
    """Where the goal's saddle has its nose: there a rider stands."""
    saddle = goal_marks(facts).get("saddle", USUAL_SADDLE)
    return saddle.x_mm + nose_to_s_mm(facts)


def standing_mm(facts: Facts, size: FrameSize) -> float | None:
    """Room over the top tube where the rider stands; ``None`` where inseam or standover is not known."""
    inseam = gates(facts).inseam_in_shoes_mm
    return None if inseam is None else standover_room_mm(frame_option("", size), inseam, nose_x_mm(facts))


@fact
def mounting(facts: Facts) -> Mounting:
    """What of the rider decides how a frame is mounted."""
    profile, bends = facts.profile, []
    for test, found in profile.mobility.items():
        if test not in LEG_NEEDS:
            continue
        sides = [s.value for s in (found.left, found.right, found.one) if s is not None]
        bends += [(str(test), min(sides))] if sides else []
    uses = counting([(u.use, u.share) for u in profile.uses]) or (discipline(facts),)
    return Mounting(
        uses=uses,
        grounds=tuple(profile.grounds),
        height_mm=profile.mm("height"),
        age=profile.age,
        bends=tuple(bends),
        hurts=tuple(h.what for h in profile.hurts if h.severity),
        history=profile.history,
    )


def gate_prompts(facts: Facts) -> list[tuple[str, Said]]:
    """The gates that should be asked first and are not, each in a sentence with its reasons, said once."""
    asked, reasons = gates(facts), gate_reasons(mounting(facts))
    over, through = (reasons[name][:2] for name in GATES)
    lift = say("Measure how high the foot lifts, at the rider")
    said: list[tuple[str, Said]] = []
    if over and not asked.standover_first:
        said.append(("standover", _because(say("Standing over the frame could come first"), over)))
    if through and asked.foot_lift_mm is None:
        told = said and over == through
        said.append(("", say("{lift}, too.", lift=lift) if told else _because(lift, through)))
    elif through and not asked.step_over_first:
        said.append(("step_over", _because(say("Stepping over the frame could come first"), through)))
    return said


def _because(what: Said, reasons: list[Said]) -> Said:
    return say("{what}: {why}.", what=what, why=with_semicolons(reasons))


def standing_words(facts: Facts, size: FrameSize) -> Said | None:
    """How the rider gets on and stands on a frame, where it is asked or called for; what is not known is said."""
    asked, reasons = gates(facts), gate_reasons(mounting(facts))
    said = []
    if asked.standover_first or reasons["standover"]:
        room = standing_mm(facts, size)
        if room is not None:
            said.append(say("{room} to stand over.", room=Length(room)))
        elif size.chart.standover_mm is None:
            said.append(say("Standover is not published: measure it."))
    if asked.foot_lift_mm is not None:
        said.append(_stepping_words(facts, size, asked.foot_lift_mm))
    if asked.foot_lift_mm is not None or reasons["step_over"]:
        said += _seated_words(facts, size)
    return in_a_row(said) if said else None


def _stepping_words(facts: Facts, size: FrameSize, lift_mm: float) -> Said:
    height = step_over_mm(frame_option("", size))
    if height is None:
        return say("How high the foot must come is not published: measure it.")
    tube = say("step-through") if size.chart.step_through_mm is not None else say("crossbar")
    room = lift_mm - STEP_OVER_ROOM_MM - height
    at = bare(height)
    if room >= 0:
        return say("The foot clears the {tube} at {at} by {gap}.", tube=tube, at=at, gap=Length(lift_mm - height))
    lean = lean_to_reach_deg(height, lift_mm - STEP_OVER_ROOM_MM)
    house = facts.house
    if lean is None or lean > house.lean_most_deg:
        return say("The foot does not clear the {tube} at {at}: {by} short.", tube=tube, at=at, by=Length(-room))
    pull = leaned_pull_kg(lean, house.bike_mass_kg, house.bike_centre_mm, house.held_at_mm)
    return say(
        "The foot clears the {tube} at {at} with the bike tipped {lean}, which then pulls {pull} sideways at the bar.",
        tube=tube,
        at=at,
        lean=Angle(round(lean)),
        pull=Mass(max(1, pull)),
    )


def _seated_words(facts: Facts, size: FrameSize) -> list[Said]:
    """How far the sole is from the ground for a rider who stays seated, and what tipping the bike does about it."""
    inseam, saddle = gates(facts).inseam_in_shoes_mm, goal_marks(facts).get("saddle")
    if inseam is None or saddle is None:
        return []
    seat = saddle.y_mm - size.chart.geometry().ground_y_mm
    gap = seat - inseam
    if gap <= 0:
        return [say("Seated, both feet are flat on the ground.")]
    toes = TOE_DOWN_SHARE * facts.profile.body().foot_mm
    flat, tip = lean_to_reach_deg(seat, inseam), lean_to_reach_deg(seat, inseam + toes)
    how = say("Seated, the soles hang {gap} above the ground", gap=Length(gap))
    most = facts.house.lean_most_deg
    if flat is not None and flat <= most:
        return [say("{how}: tipped {lean}, one foot is flat.", how=how, lean=Angle(round(flat)))]
    if tip is not None and tip <= most:
        return [say("{how}: tipped {lean}, the toes of one foot reach.", how=how, lean=Angle(round(tip)))]
    return [say("{how}: get off the saddle before stopping.", how=how)]
