"""One sheet: everything a post shows of a fit file, computed at once so that no two numbers can disagree."""

from __future__ import annotations

from sqlalchemy import select
from sqlalchemy.orm import Session

from waymark.core.body import Readouts, readouts
from waymark.core.errors import WaymarkError
from waymark.core.frame import toe_clearance_mm
from waymark.core.position import (
    HAND_HEIGHT_WAYS,
    HAND_REACH_WAYS,
    HEIGHT_WAYS,
    SETBACK_WAYS,
    state_hand_height,
    state_hand_reach,
    state_height,
    state_setback,
)
from waymark.core.rules.cautions import Situation, cautions_for, mentions_pain
from waymark.core.rules.house import NUMBERS, AngleWindow, angle_windows
from waymark.core.rules.verdict import Word
from waymark.rooms.fits import build_view, frame_view, history, pictures, planning, sighting
from waymark.rooms.fits.layers import Context, LayerName, Layers, hand_context, layers_of
from waymark.rooms.fits.ledger import ledger_of, measured_rows
from waymark.rooms.fits.measure_views import MeasureView
from waymark.rooms.fits.measuring import measure_view
from waymark.rooms.fits.state import FitState
from waymark.rooms.fits.tables import FitRow, RevisionRow
from waymark.rooms.fits.trail import trail_of
from waymark.rooms.fits.views import Change, Dial, PostName, Sheet, StatedAs
from waymark.rooms.house_rules import asked_prompts
from waymark.rooms.riders import Profile, profile_of, rider_out
from waymark.storage import effective

DIAL_EDGE_DEG = 1.5
HISTORY_SHOWN = 30
DIALS = (
    ("hip", "hip, least", "hip_least_deg"),
    ("trunk", "trunk", "trunk_deg"),
    ("knee", "knee, least", "knee_flexion_least_deg"),
    ("shoulder", "shoulder", "shoulder_deg"),
)


def sheet_of(session: Session, fit: FitRow, view: PostName) -> Sheet:
    """The sheet of ``fit`` at its newest revision, as the post ``view`` shows it."""
    head = history.head_of(session, fit)
    state = history.state_of(head)
    profile = profile_of(fit.rider)
    layers = layers_of(state)
    plan = pictures.drawn_plan(state, layers, planning.spacers_of(session, state))
    drawn = (
        plan if view in ("frame", "build", "setup", "ride") and plan else pictures.drawn_now(state, layers)
    )
    problems = [p.message for p in layers.problems]
    picture = None
    held = state.frame.held if view == "frame" else None
    try:
        if view == "measure":
            picture = pictures.bike_picture(drawn)
        else:
            picture = pictures.picture_of(drawn, profile, state, layers, held)
    except WaymarkError as wrong:
        problems.append(wrong.message)
    undo, redo = history.undo_target(session, fit), history.redo_target(session, fit)
    return Sheet(
        id=fit.id, title=fit.title, rider=rider_out(session, fit.rider), revision=fit.head,
        undo=history.revision(session, fit.id, effective(head)).title if undo else None,
        redo=redo.title if redo else None,
        state=state, trail=trail_of(profile, state, layers),
        ledger=measured_rows(state, layers) if view == "measure" else ledger_of(state, layers),
        ways=ways_of(layers), context=_context(layers.context), assumed=list(layers.context.assumed),
        problems=problems, dials=dials_of(profile, state, layers, view),
        picture=picture, measure=_measure(session, state, layers, drawn) if view == "measure" else None,
        frames=frame_view.frames_view(session, profile, state, layers) if view == "frame" else None,
        build=build_view.build_view(session, profile, state, layers, plan) if view == "build" else None,
        cautions=cautions_of(profile, state, layers), history=history_of(session, fit),
    )  # fmt: skip


def _measure(session: Session, state: FitState, layers: Layers, drawn: pictures.Drawn) -> MeasureView:
    made = measure_view(state, layers, asked_prompts(session))
    made.dimensions = sighting.dimensions(state, layers, drawn.bike)
    made.loupes = sighting.loupes(state, layers)
    return made


def _context(c: Context) -> dict[str, float]:
    return {
        "crank": c.saddle.crank_mm, "seat_angle": c.saddle.seat_angle_deg, "nose_to_s": c.saddle.nose_to_s_mm,
        "bb_height": c.saddle.bb_height_mm, "hand_ahead": c.hand_off_clamp.x_mm,
        "hand_above": c.hand_off_clamp.y_mm, "foot_stack": c.foot_stack_mm,
    }  # fmt: skip


def ways_of(layers: Layers) -> dict[str, list[StatedAs]]:
    """The measured saddle and hand in every convention."""
    c = layers.context
    now = layers.marks["now"]
    saddle, carried = now.get("saddle"), now.get("hand")
    hand = layers.grip_of(carried) if carried else None
    held = hand_context(saddle, c) if saddle else None
    made: dict[str, list[StatedAs]] = {}
    for name, ways in (("saddle_height", HEIGHT_WAYS), ("setback", SETBACK_WAYS)):
        state = state_height if name == "saddle_height" else state_setback
        made[name] = [
            StatedAs(
                way=w.name, label=w.label, hint=w.hint, unit="°" if w.name == "angle" else "mm",
                value=None if saddle is None else state(w.name, saddle, c.saddle),
            )
            for w in ways
        ]  # fmt: skip
    for name, ways in (("hand_height", HAND_HEIGHT_WAYS), ("hand_reach", HAND_REACH_WAYS)):
        told = state_hand_height if name == "hand_height" else state_hand_reach
        made[name] = [
            StatedAs(
                way=w.name, label=w.label, hint=w.hint, unit="mm",
                value=None if hand is None or held is None else told(w.name, hand, held),
            )
            for w in ways
        ]  # fmt: skip
    return made


def readouts_of(profile: Profile, state: FitState, layers: Layers, layer: LayerName) -> Readouts | None:
    """Read-outs of one layer, where saddle and hand are known."""
    both = layers.both(layer)
    if both is None:
        return None
    body, foot = pictures.body_of(profile, state), pictures.foot_of(profile, layers)
    saddle, hand = both
    crank = layers.context.saddle.crank_mm
    return readouts(saddle, layers.grip_of(hand), body, foot, crank, layers.pad_of(hand))


def dials_of(profile: Profile, state: FitState, layers: Layers, view: PostName) -> list[Dial]:
    """Joint angles of the layer in work, against the house windows, with the present bike's beside."""
    first: LayerName = "plan" if view in ("frame", "build", "setup", "ride") else "goal"
    shown = readouts_of(profile, state, layers, first) or readouts_of(profile, state, layers, "goal")
    present = readouts_of(profile, state, layers, "now")
    if shown is None:
        return []
    windows = angle_windows(state.goal.discipline)
    made = []
    for name, label, attribute in DIALS:
        value, window = getattr(shown, attribute), windows[name]
        made.append(
            Dial(
                name=name, label=label, value_deg=value,
                now_deg=getattr(present, attribute) if present else None, least_deg=window.least_deg,
                greatest_deg=window.greatest_deg, verdict=_judge_angle(value, window),
            )
        )  # fmt: skip
    return made


def _judge_angle(value: float, window: AngleWindow) -> Word:
    greatest = window.greatest_deg if window.greatest_deg is not None else 360.0
    if not window.least_deg <= value <= greatest:
        return "out"
    return "edge" if min(value - window.least_deg, greatest - value) < DIAL_EDGE_DEG else "in"


def _hurts(profile: Profile) -> bool:
    return any(h.severity for h in profile.hurts) or mentions_pain(f"{profile.words} {profile.history}")


def cautions_of(profile: Profile, state: FitState, layers: Layers) -> list[str]:
    """The cautions that apply to this plan."""
    size, b = state.frame.chosen, state.build
    if size is None or b.stem is None:
        return cautions_for(Situation(False, False, False, False, False, None, _hurts(profile), 0.0))
    g = size.chart.geometry()
    toe = toe_clearance_mm(
        g.front_axle.x_mm,
        g.bb_drop_mm,
        g.wheel_radius_mm,
        layers.context.saddle.crank_mm,
        profile.body().foot_mm,
    )
    exposed = b.post_exposed_mm or 0.0
    left_in = b.post.length_mm - exposed if b.post else 400.0
    least = max(b.post.least_insertion_mm if b.post else 0.0, size.chart.least_insertion_mm)
    now, plan = layers.both("now"), layers.both("plan")
    moved = plan[0].distance_mm(now[0]) if now and plan else 0.0
    return cautions_for(
        Situation(
            carbon=size.material == "carbon", bar_moved=True, insertion_near=left_in - least < 30,
            tall_post=exposed > NUMBERS["tall_post_mm"].value,
            tall_pile=b.spacers_mm > NUMBERS["spacer_warn_share"].value * size.chart.spacer_limit_mm,
            toe_overlap_mm=toe, hurts=_hurts(profile), saddle_moved_mm=moved,
            rules=tuple(frame_view.rules_of(state, layers)),
        )
    )  # fmt: skip


def history_of(session: Session, fit: FitRow) -> list[Change]:
    """The newest changes first."""
    query = (
        select(RevisionRow).where(RevisionRow.fit_id == fit.id).order_by(RevisionRow.number.desc())
        .limit(HISTORY_SHOWN)
    )  # fmt: skip
    return [
        Change(number=r.number, title=r.title, made_at=r.made_at.isoformat()) for r in session.scalars(query)
    ]
