"""The bike that is owned, as it was measured, and the ways it can reach the goal."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.cockpit.spacers import fewest_spacers
from waymark.core.figures import whole
from waymark.core.marks import Mark
from waymark.core.say import Said, bare, say, with_and
from waymark.core.seat import own_seat, seat_for
from waymark.core.ways import RUNGS, Drawer, HeldStem, Now, SoldSpacer, Way, every_way
from waymark.core.workmanship import Fault, front_faults, sum_points
from waymark.rooms.files import Facts, Work, both, fact
from waymark.rooms.plan.facts import chosen, goal_for, saddle_option
from waymark.rooms.plan.own import own_bar, own_stem
from waymark.rooms.plan.state import BuildState, FrameState
from waymark.rooms.posts.goal import discipline
from waymark.rooms.posts.measure import MeasureState, context, now_marks, read_value, saddle_fit
from waymark.rooms.schema import Point
from waymark.rooms.shelves import FrameSize, PostPart, StemPart, search_shelf

OWN_POST = "own post"
# So many of each spacer a workshop has at hand for one bike.
OF_EACH = 2
# Pieces a pile is taken to be of where only its height was read, mm.
USUAL_PIECES = (20.0, 10.0, 5.0, 2.5)
# A frame's chart and the tape that part by more are not of one bike.
FAR_APART_MM = 12.0
# A kept head top is rounded to hundredths.
SAME_TOP_MM = 0.05
# Post and rails are not moved for less.
LEAST_MOVE_MM = 1.0


@dataclass(frozen=True, slots=True)
class OwnBike:
    """The owned front end as it stands on its frame's chart, and how far the tape puts the clamp from there, mm."""

    now: Now
    frame: FrameSize
    off: Mark

    @property
    def agrees(self) -> bool:
        """Whether chart, parts and tape can be of one bike."""
        return self.off.length_mm <= FAR_APART_MM


@fact
def own_bike(facts: Facts) -> OwnBike | None:
    """The bike as it stands, where its frame, stem and spacers are known and its hand is measured."""
    measure, part, marks = facts.part(MeasureState), own_stem(facts), now_marks(facts)
    if measure.frame is None or part is None or "hand" not in marks or own_bar(facts) is None:
        return None
    c, stem = measure.frame.chart, Stem(part.length_mm, part.angle_deg, part.clamp_height_mm)
    under, over = (read_value(measure, key) or 0.0 for key in ("spacers_under", "spacers_over"))
    charted = Mark(c.reach_mm, c.stack_mm)
    expected = bar_clamp(charted, c.head_angle_deg, c.cover_mm, under, stem)
    off = marks["hand"] - context(facts).contact.off - expected
    now = Now(charted + off, c.head_angle_deg, c.cover_mm, stem, pieces_of(under), pieces_of(over), c.spacer_limit_mm)
    return OwnBike(now, measure.frame, off)


@fact
def on_own_bike(facts: Facts) -> OwnBike | None:
    """The own bike where it is the plan's frame: its steerer is cut. ``None`` for any other frame."""
    bike, size = own_bike(facts), chosen(facts)
    if bike is None or size is None or size.label != bike.frame.label or not size.owned:
        return None
    top = bike.now.head_top
    there = Mark(size.chart.reach_mm, size.chart.stack_mm)
    return bike if there.distance_mm(top) < SAME_TOP_MM else None


def pieces_of(height_mm: float) -> tuple[float, ...]:
    """The pieces a pile may be of; one piece where the usual ones do not make it."""
    if height_mm <= 0:
        return ()
    return fewest_spacers(height_mm, USUAL_PIECES) or (height_mm,)


@fact
def drawer_of(facts: Facts) -> Drawer:
    """Stems and spacers of the shelf that may go on the own bike, with their prices in the house's bands."""
    bar = own_bar(facts)
    on = search_shelf([], facts.shelf.keyed, bar.clamp_mm if bar else None)
    stems = tuple(
        HeldStem(s.length_mm, s.angle_deg, s.clamp_height_mm, s.owned, s.price, s.both_ways, s.key) for s in on.stems
    )
    return Drawer(stems, tuple(SoldSpacer(h, 1.0) for h in on.spacers_mm for _ in range(OF_EACH)))


@fact(by_value=False)
def ways(facts: Facts) -> tuple[Way, ...]:
    """Every way the own bike's front end reaches the goal, the cheapest first."""
    bike, goal = own_bike(facts), goal_for(facts)
    if bike is None or goal is None or not bike.agrees:
        return ()
    allows = goal.stem_window.allows
    tolerance = goal.tolerance.hand_x_mm, goal.tolerance.hand_y_mm
    found = every_way(bike.now, drawer_of(facts), goal.clamp, tolerance)
    return tuple(w for w in found if w.held is None or allows(w.stem.length_mm))


def faults_of_way(facts: Facts, way: Way) -> tuple[Fault, ...]:
    """What a workshop holds against the front end of a way."""
    bike = own_bike(facts)
    cover = bike.now.cover_mm if bike else 0.0
    window = facts.house.stem_windows[discipline(facts)]
    return front_faults(way.stem, way.pile_mm, cover, cover, window, facts.house.weights)


@fact(by_value=False)
def ways_offered(facts: Facts) -> list[Way]:
    """The way a workshop would go at each rung; a dearer one only where it is nearer by more than ties, or better work."""
    weights, made = facts.house.weights, list[Way]()

    def work(way: Way) -> float:
        return sum_points(faults_of_way(facts, way))

    for rung in RUNGS:
        best = min(
            (w for w in ways(facts) if w.rung == rung),
            key=lambda w: (work(w) // weights.equal_points, w.cost, w.bought, w.miss_in_tolerances),
            default=None,
        )
        if best is None:
            continue
        nearer = not made or best.miss.length_mm <= made[-1].miss.length_mm - weights.tie_mm
        if nearer or work(best) < work(made[-1]) - weights.equal_points:
            made.append(best)
    return made


@dataclass(frozen=True, slots=True)
class SaddleMove:
    """How the own saddle goes to the goal: mm of post, + up, and of rails, + forward."""

    post_mm: float
    slide_mm: float

    @property
    def moves(self) -> bool:
        """Whether there is anything to move, in whole mm."""
        return whole(self.post_mm) != 0 or whole(self.slide_mm) != 0


def saddle_move(facts: Facts) -> SaddleMove | None:
    """What post and rails of the own bike must do; ``None`` while a mark or the frame is missing."""
    bike, goal, now = own_bike(facts), goal_for(facts), both(now_marks(facts))
    if bike is None or goal is None or now is None:
        return None
    c, then = bike.frame.chart, saddle_option(facts).fit
    was = seat_for(c.seat_angle_deg, 0.0, saddle_fit(facts), now[0], c.axis_behind_bb_mm)
    will = seat_for(c.seat_angle_deg, 0.0, then, goal.saddle, c.axis_behind_bb_mm)
    return SaddleMove(will.post_mm - was.post_mm, will.slide_mm - was.slide_mm)


def saddle_move_words(move: SaddleMove) -> Said:
    """A move of the own saddle as a mechanic does it, from where post and rails are now."""
    post, slide = whole(move.post_mm), whole(move.slide_mm)
    said = []
    if post:
        by = bare(abs(post))
        said.append(say("the post {by} up", by=by) if post > 0 else say("the post {by} down", by=by))
    if slide:
        by = bare(abs(slide))
        said.append(
            say("the saddle {by} forward on its rails", by=by)
            if slide > 0
            else say("the saddle {by} back on its rails", by=by)
        )
    return with_and(said) if said else say("post and saddle as they are")


def own_seat_move(facts: Facts) -> SaddleMove | None:
    """How the plan moves the own saddle from where it is clamped now; ``None`` where another post goes on."""
    b, bike, now = facts.part(BuildState), own_bike(facts), both(now_marks(facts))
    if b.post is None or b.post.name != OWN_POST or b.post_exposed_mm is None or b.slide_mm is None:
        return None
    if bike is None or now is None:
        return None
    c = bike.frame.chart
    seat = own_seat(c.seat_angle_deg, saddle_fit(facts), now[0], c.axis_behind_bb_mm)
    return SaddleMove(b.post_exposed_mm - (seat.post_mm - c.seat_tube_mm), b.slide_mm)


def _kept_parts(b: BuildState) -> BuildState:
    """A build of nothing but what goes onto any frame: saddle, wheels, gears, controls and what is under the feet."""
    kept = ("saddle", "crank", "pedal", "cleat", "shoe", "wheels", "tyre", "gears", "controls")
    return BuildState(**{name: getattr(b, name) for name in kept})


def take_own(work: Work, way: Way) -> None:
    """Make the own bike, with this way's front end, the plan; its frame and post as they were measured."""
    facts = work.facts
    bike, goal, part, now = own_bike(facts), goal_for(facts), own_stem(facts), both(now_marks(facts))
    if bike is None or goal is None or part is None or now is None:
        raise ValueError("the own bike is not known")
    frame, build = work.file.part(FrameState), _kept_parts(facts.part(BuildState))
    top = bike.now.head_top
    chart = bike.frame.chart.model_copy(update={"stack_mm": round(top.y_mm, 2), "reach_mm": round(top.x_mm, 2)})
    frame.chosen = bike.frame.model_copy(update={"chart": chart, "owned": True})
    frame.held = None
    held = None if way.held is None else facts.shelf.part(int(way.held.name), "stem")
    build.stem = held if isinstance(held, StemPart) else part
    build.turned_over, build.spacers_mm = way.turned, way.pile_mm
    c, fit = chart, saddle_option(facts).fit
    seat = own_seat(c.seat_angle_deg, saddle_fit(facts), now[0], c.axis_behind_bb_mm)
    exposed = seat.post_mm - c.seat_tube_mm
    if -40 <= seat.setback_mm <= 60 and 10 <= exposed <= 420:
        build.post = PostPart(
            name=OWN_POST,
            rung="free",
            owned=True,
            length_mm=max(150.0, round(exposed) + 120.0),
            setback_mm=round(seat.setback_mm, 2),
            diameter_mm=c.post_diameter_mm,
            least_insertion_mm=80,
        )
        need = seat_for(c.seat_angle_deg, build.post.setback_mm, fit, goal.saddle, c.axis_behind_bb_mm)
        build.post_exposed_mm, build.slide_mm = round(need.post_mm - c.seat_tube_mm), round(need.slide_mm)
        if abs(need.post_mm - seat.post_mm) < LEAST_MOVE_MM and abs(need.slide_mm) < LEAST_MOVE_MM:
            # The goal is in whole millimetres: nothing is moved for what that rounds off.
            build.post_exposed_mm, build.slide_mm = round(exposed, 2), 0.0
    build.for_frame = frame.chosen.label
    frame.for_goal = {
        "saddle": Point(x_mm=goal.saddle.x_mm, y_mm=goal.saddle.y_mm),
        "hand": Point(x_mm=goal.hand.x_mm, y_mm=goal.hand.y_mm),
    }
    work.file.put(build)
