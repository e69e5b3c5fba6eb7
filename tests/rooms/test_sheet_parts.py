"""The rooms behind the sheet: layers and what is assumed, the trail, pictures, offers, and the line of undo."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, precondition, rule

from tests.posts import DEMO, EMPTY, FitState, facts_of, shelf
from tests.readings import kept
from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.rules.assumed import ASSUMED
from waymark.core.say import say
from waymark.demo import demo_shelves
from waymark.rooms import riders, shelves
from waymark.rooms.files import Describe, both
from waymark.rooms.files.desk import Desk
from waymark.rooms.files.history import file_of, fit_row
from waymark.rooms.plan import (
    drawn_plan,
    goal_dials,
    moved_since,
    picture_beside,
    picture_now,
    picture_plan,
    plan_marks,
    pose_of,
    search_goal,
    sits_now,
    standing_mm,
    toe_mm,
)
from waymark.rooms.posts import registry
from waymark.rooms.posts.frame.view import frames_view
from waymark.rooms.posts.goal import goal_marks
from waymark.rooms.posts.measure import MeasureState, context, drawn_now, now_marks
from waymark.rooms.posts.measure.facts import problems
from waymark.rooms.posts.measure.view import ways
from waymark.rooms.riders import Profile, Typed
from waymark.rooms.riders.schemas import Taken
from waymark.storage import open_store, upgrade

FRAMES = {f.label: f for f in shelves.read_frames(demo_shelves()[0])[0]}
PARTS = {p.name: p for p in shelves.read_parts(demo_shelves()[1])[0]}
DRAWER = shelf(parts=[p for p in PARTS.values() if p.kind == "spacer" and p.height_mm in (5, 10, 15, 20)])


def typed(value: float) -> Typed:
    """A number as typed."""
    return Typed(typed=f"{value:g}", value=value)


def measured(**more: Any) -> Any:
    """A bike measured in the plainest way."""
    state = FitState()
    state.measure = MeasureState(
        readings=kept(s_plumb=697, s_behind=200, hand_up__right=655, hand_ahead__right=560, crank=170),
        **more,
    )
    return state


def planned(label: str = "Ostrel Drift M") -> Any:
    """A frame and stem chosen by hand."""
    state = measured(bar=PARTS["Petrel 40"])
    state.goal.discipline = "gravel"
    state.frame.chosen = FRAMES[label]
    state.build.stem, state.build.spacers_mm, state.build.for_frame = PARTS["Cairn 90"], 15, label
    return state


PROFILE = Profile(
    measures={
        name: Taken(typed=f"{value}", value=value)
        for name, value in (("height", 1760), ("inseam", 824), ("foot", 258), ("shoulder_width", 362))
    }
)


def test_what_is_not_typed_comes_from_the_part_then_the_frame_then_the_house() -> None:
    def context_of(measure: MeasureState) -> Any:
        return context(facts_of(FitState(measure=measure)))

    bare = context_of(MeasureState())
    # Where pads stand is assumed only once a step asks for pads.
    sideways = {"hood_side", "grip_side", "extension_side", "pad_side", "tops_side", "grip_inset"}
    assert set(bare.assumed) == set(ASSUMED) - {"pad_behind", "pad_above"} - sideways
    assert bare.saddle.crank_mm == ASSUMED["crank"].value
    known = context_of(
        MeasureState(frame=FRAMES["Corvane Lull 56"], bar=PARTS["Petrel 40"], saddle=PARTS["Plover 143"])
    )
    assert known.saddle.seat_angle_deg == FRAMES["Corvane Lull 56"].chart.seat_angle_deg
    assert known.saddle.nose_to_s_mm == 152
    assert known.saddle.bb_height_mm == 622 / 2 + 32 - 76
    assert known.contact.off == PARTS["Petrel 40"].hand_off_clamp()
    assert set(known.assumed) == {"crank", "foot_stack"}
    over = context_of(MeasureState(bar=PARTS["Petrel 40"], readings=kept(off_ahead=90)))
    assert over.contact.off.x_mm == 90
    assert over.contact.off.y_mm == PARTS["Petrel 40"].hand_off_clamp().y_mm


def test_a_flat_bars_grip_lies_behind_its_clamp() -> None:
    assert PARTS["Boom 760"].hand_off_clamp().x_mm < 0


def test_layers_grow_with_what_is_known() -> None:
    empty = facts_of(FitState())
    assert {layer.name: layer.marks(empty) for layer in registry().layers} == {
        "now": {},
        "goal": {},
        "plan": {},
        "built": {},
    }
    facts = facts_of(measured())
    assert both(now_marks(facts)) == (Mark(-200, 697), Mark(560, 655))
    assert both(plan_marks(facts)) is None
    assert search_goal(empty) is None
    half = measured()
    del half.measure.readings["hand_ahead.right"]
    assert both(goal_marks(facts_of(half))) is None
    assert "saddle" in goal_marks(facts_of(half))


def test_numbers_that_cannot_be_are_told_not_raised() -> None:
    state = measured()
    state.measure.readings = kept(s_straight=380, s_behind=399)
    facts = facts_of(state)
    assert [str(p) for p in problems(facts)] == [
        "These cannot be of one bike: BB to saddle mark, Saddle mark behind BB. Read one of them again."
    ]
    assert both(now_marks(facts)) is None


def test_the_trail_of_an_empty_and_a_full_file() -> None:
    states = {p.name: p.state for p in registry().trail(facts_of(FitState()))}
    assert set(states.values()) == {"empty"}
    state = planned()
    posts = {p.name: p for p in registry().trail(facts_of(state, PROFILE))}
    assert str(posts["rider"].note) == "done"
    assert str(posts["measure"].note) == "5 read"
    assert str(posts["goal"].note) == "as measured"
    assert str(posts["frame"].note) == "size M"
    assert posts["build"].state in ("done", "work")
    state.built.hand_x = typed(555)
    posts = {p.name: p for p in registry().trail(facts_of(state, PROFILE))}
    assert (posts["setup"].state, str(posts["setup"].note)) == ("work", "to check")


def test_parts_chosen_for_another_frame_are_stale() -> None:
    state = planned()
    state.build.for_frame = "Mossfoot Peat 55"
    posts = {p.name: p for p in registry().trail(facts_of(state, PROFILE))}
    assert posts["build"].state == "stale"
    assert str(posts["build"].reason) == "The parts were chosen for Mossfoot Peat 55."


@pytest.mark.parametrize(
    ("mark", "dx", "dy", "says"),
    [
        ("saddle", 0, 4, "The saddle was raised 4 mm after this was chosen."),
        ("saddle", -6, 0, "The saddle went 6 mm back after this was chosen."),
        ("hand", 3, -8, "The hand was lowered 8 mm after this was chosen."),
        ("hand", 9, 2, "The hand went 9 mm forward after this was chosen."),
    ],
)
def test_what_moved_since_is_said_in_a_sentence(mark: str, dx: float, dy: float, says: str) -> None:
    state = planned()
    goal = both(goal_marks(facts_of(state)))
    assert goal
    points = {n: {"x_mm": m.x_mm, "y_mm": m.y_mm} for n, m in zip(("saddle", "hand"), goal, strict=True)}
    state.frame.for_goal = FitState.model_validate({"frame": {"for_goal": points}}).frame.for_goal
    assert moved_since(facts_of(state), say("this was chosen")) is None
    setattr(state.goal, f"{mark}_dx_mm", dx)
    setattr(state.goal, f"{mark}_dy_mm", dy)
    moved = moved_since(facts_of(state), say("this was chosen"))
    assert moved is not None
    assert str(moved[1]) == says
    assert len(str(moved[0])) <= 16


def test_an_unmeasured_bike_is_a_sketch_without_a_rider() -> None:
    picture = picture_now(facts_of(FitState(), PROFILE))
    assert picture.sketch
    assert picture.near == []
    assert picture.bike


def test_a_bike_off_the_shelf_is_a_sketch_about_its_true_marks() -> None:
    state = measured()
    drawn = drawn_now(facts_of(state))
    assert drawn.sketch
    assert drawn.bike.saddle == Mark(-200, 697)
    assert drawn.bike.hand == Mark(560, 655)
    clamp = Mark(560, 655) - context(facts_of(state)).contact.off
    assert drawn.bike.clamp.distance_mm(clamp) < 1e-6


@pytest.mark.parametrize("label", ["Corvane Strake 54", "Haldery Landing M", "Corvane Scree L", "Ostrel Sound M"])
def test_the_measured_bike_meets_its_bar_whatever_its_frame(label: str) -> None:
    state = measured(frame=FRAMES[label])
    drawn = drawn_now(facts_of(state))
    assert not drawn.sketch
    assert drawn.label == label
    clamp = Mark(560, 655) - context(facts_of(state)).contact.off
    # A stem that exists for no frame may leave the drawn pile at 0; the stem's own direction always holds.
    assert abs((drawn.bike.clamp - clamp).x_mm) < 40


def test_the_plan_is_drawn_with_its_own_parts_and_spares() -> None:
    state = planned()
    drawn = drawn_plan(facts_of(state, on=DRAWER))
    assert drawn is not None
    assert sum(drawn.bike.front.under_mm) == 15
    assert sum(drawn.bike.front.under_mm) + sum(drawn.bike.front.over_mm) == 30
    assert drawn.bike.front.stem.length_mm == 90
    assert drawn_plan(facts_of(measured(), on=DRAWER)) is None


def test_a_held_frame_is_drawn_beside() -> None:
    state = planned()
    alone = picture_plan(facts_of(state, PROFILE))
    state.frame.held = FRAMES["Mossfoot Peat 61"]
    beside = picture_beside(facts_of(state, PROFILE))
    assert alone.held == []
    assert beside.held
    assert beside.bounds[2] >= alone.bounds[2]
    assert beside.bike == alone.bike


def test_the_rider_sits_at_the_marks() -> None:
    state = measured()
    pose = pose_of(sits_now(facts_of(state, PROFILE)), Mark(-200, 697), Mark(560, 655))
    assert pose.near.hip == Mark(-210, 777)
    assert pose.hand == Mark(560, 655)


def test_dials_show_the_goal_beside_what_is_now() -> None:
    state = measured()
    state.goal.hand_dy_mm = 40
    dials = {d.name: d for d in goal_dials(facts_of(state, PROFILE))}
    assert dials["trunk"].value_deg > (dials["trunk"].now_deg or 0)
    assert dials["hip"].greatest_deg is None
    assert goal_dials(facts_of(FitState(), PROFILE)) == []
    state.goal.discipline = "time-trial"
    assert {d.name: d.verdict for d in goal_dials(facts_of(state, PROFILE))}["trunk"] == "out"


def test_ways_are_blank_until_something_is_known() -> None:
    assert all(w.value is None for those in ways(facts_of(FitState())).values() for w in those)
    said = {w.way: w.value for w in ways(facts_of(measured()))["hand_height"]}
    assert said["drop"] == 42
    assert said["hand_floor"] == 655 + 270


def test_room_over_the_tube_and_before_the_toe() -> None:
    drift = FRAMES["Ostrel Drift M"]
    frame = drift.chart.geometry()
    room = standing_mm(facts_of(measured(), PROFILE), drift)
    assert room is not None
    assert 60 < room < 110
    assert standing_mm(facts_of(measured()), drift) is None
    long, short = measured(), measured()
    long.measure.readings |= kept(crank=180)
    short.measure.readings |= kept(crank=160)
    gained = toe_mm(facts_of(short, PROFILE), frame) - toe_mm(facts_of(long, PROFILE), frame)
    assert gained == pytest.approx(20, abs=1)


def test_offers_compare_with_the_held_frame_or_the_present_one() -> None:
    state = planned()
    state.measure.frame = FRAMES["Mossfoot Kirk 54"]
    view = frames_view(facts_of(state, PROFILE, DEMO))
    now = {str(row.label): (str(row.a), str(row.b)) for row in view.compared}
    state.frame.held = FRAMES["Mossfoot Peat 55"]
    held = {str(r.label): (str(r.a), str(r.b)) for r in frames_view(facts_of(state, PROFILE, DEMO)).compared}
    assert now["Stack"] == ("563", "561")
    assert held["Stack"] == ("563", "578")
    # Fifteen more of stack is some five more of reach at equal bar height.
    assert int(held["Reach, equal height"][1] or 0) - int(held["Reach"][1] or 0) == pytest.approx(5, abs=1)
    assert view.window
    assert {p.kind for p in view.window} == {"best", "workable", "extreme"}
    assert view.now is not None


def test_an_empty_shelf_offers_nothing() -> None:
    view = frames_view(facts_of(measured(), PROFILE, EMPTY))
    assert (view.offers, view.window, view.look_for) == ([], [], None)


@settings(max_examples=15, stateful_step_count=25, deadline=None)
class UndoLine(RuleBasedStateMachine):
    """Undo and redo against the plainest model of them: a list of states and a place in it."""

    @initialize()
    def begin(self) -> None:
        import tempfile
        from pathlib import Path

        self.store = open_store(Path(tempfile.mkdtemp()) / "line.sqlite3")
        upgrade(self.store)
        self.desk = Desk(self.store, registry())
        with self.store.writing() as session:
            rider = riders.add_rider(session, "Line", Profile())
            self.fit = self.desk.open(session, rider, "Line").id
        self.line, self.at = [""], 0

    def _head(self) -> int:
        with self.store.looking() as session:
            return fit_row(session, self.fit).head

    def _note(self) -> str:
        with self.store.looking() as session:
            return file_of(registry(), fit_row(session, self.fit)).notes

    @rule(words=st.text(alphabet="abc", min_size=1, max_size=4))
    def edit(self, words: str) -> None:
        self.desk.change(self.fit, self._head(), [Describe(what="notes", words=words)])
        if words == self.line[self.at]:
            # What changes nothing leaves no change, and nothing that could be brought back goes.
            return
        self.line = [*self.line[: self.at + 1], words]
        self.at += 1

    @precondition(lambda self: self.at > 0)
    @rule()
    def undo(self) -> None:
        self.desk.step(self.fit, self._head(), "undo", view="goal")
        self.at -= 1

    @precondition(lambda self: self.at < len(self.line) - 1)
    @rule()
    def redo(self) -> None:
        self.desk.step(self.fit, self._head(), "redo", view="goal")
        self.at += 1

    @precondition(lambda self: self.at == len(self.line) - 1)
    @rule()
    def nothing_to_redo(self) -> None:
        with pytest.raises(InputError):
            self.desk.step(self.fit, self._head(), "redo", view="goal")

    @invariant()
    def shows_the_place_in_the_line(self) -> None:
        assert self._note() == self.line[self.at]

    def teardown(self) -> None:
        if hasattr(self, "store"):
            self.store.close()


TestUndoLine = UndoLine.TestCase
