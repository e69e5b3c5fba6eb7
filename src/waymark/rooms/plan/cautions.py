"""The cautions that apply to a plan."""

from __future__ import annotations

from waymark.core.frame import FrameGeometry, toe_room_mm
from waymark.core.rules.cautions import Situation, cautions_for, mentions_pain
from waymark.core.rules.racing import rules_say
from waymark.core.say import Said
from waymark.rooms.files import Facts, both
from waymark.rooms.plan.facts import chosen, nose_to_s_mm, plan_bar, plan_chart, plan_marks
from waymark.rooms.plan.state import BuildState, FrameState
from waymark.rooms.posts.goal import goal_crank_mm, goal_foot, goal_marks
from waymark.rooms.posts.measure import now_marks, surveyed
from waymark.rooms.shelves import DropBarPart, FlatBarPart


def toe_mm(facts: Facts, g: FrameGeometry) -> float:
    """Shoe tip to tyre on a frame."""
    foot = goal_foot(facts)
    return toe_room_mm(g, goal_crank_mm(facts), foot.foot_mm, foot.cleat_aft_mm)


def rules_of(facts: Facts) -> list[Said]:
    """What the event's rules say of the goal's saddle and the plan's bar, else the present one."""
    saddle, b, bar = goal_marks(facts).get("saddle"), facts.part(BuildState), plan_bar(facts)
    width = bar.width_mm if isinstance(bar, DropBarPart | FlatBarPart) else None
    width = b.cockpit_width_mm if b.cockpit else width
    found = surveyed(facts)
    points = found.points if found else {}
    ahead = nose_to_s_mm(facts)
    if b.saddle is None and "nose" in points and "s" in points:
        # A saddle that is not level has its nose a little nearer than it is long.
        ahead = points["nose"].at.x_mm - points["s"].at.x_mm
    nose = None if saddle is None else saddle.x_mm + ahead
    return rules_say(facts.part(FrameState).rules.read(), nose, width)


def hurts(facts: Facts) -> bool:
    """Whether the rider says that something hurts."""
    p = facts.profile
    return any(h.severity for h in p.hurts) or mentions_pain(f"{p.words} {p.history}")


def cautions_of(facts: Facts) -> list[Said]:
    """The cautions that apply to this plan."""
    size, chart, b, house = chosen(facts), plan_chart(facts), facts.part(BuildState), facts.house
    if size is None or chart is None or b.stem is None:
        return cautions_for(Situation(False, False, False, False, False, None, hurts(facts), 0.0))
    exposed = b.post_exposed_mm or 0.0
    left_in = b.post.length_mm - exposed if b.post else house.usual_post_mm
    least = max(b.post.least_insertion_mm if b.post else 0.0, size.chart.least_insertion_mm)
    now, plan = both(now_marks(facts)), both(plan_marks(facts))
    return cautions_for(
        Situation(
            carbon=size.material == "carbon",
            bar_moved=True,
            insertion_near=left_in - least < house.near_insertion_mm,
            tall_post=exposed > house.weights.tall_post_mm,
            tall_pile=b.spacers_mm > house.weights.spacer_warn_share * size.chart.spacer_limit_mm,
            toe_overlap_mm=toe_mm(facts, chart.geometry()),
            hurts=hurts(facts),
            saddle_moved_mm=plan[0].distance_mm(now[0]) if now and plan else 0.0,
            heavy=(facts.profile.mm("mass") or 0.0) >= house.heavy_kg,
            rules=tuple(rules_of(facts)),
        )
    )
