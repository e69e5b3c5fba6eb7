"""The trail: how far each post of a file is, and what a later change made stale."""

from __future__ import annotations

from waymark.core.rules.verdict import worst
from waymark.rooms.fits.findings import findings_of
from waymark.rooms.fits.layers import Layers, MarkName
from waymark.rooms.fits.ledger import misses
from waymark.rooms.fits.state import FitState
from waymark.rooms.fits.views import Post
from waymark.rooms.riders import MeasureName, Profile

ASKED: tuple[MeasureName, ...] = ("height", "inseam", "foot", "shoulder_width")
MOVED_MM = 0.5


def trail_of(profile: Profile, state: FitState, layers: Layers) -> list[Post]:
    """The seven posts."""
    return [
        _rider(profile), _measure(state, layers), _goal(state, layers), _frame(state, layers),
        _build(state, layers), _setup(state, layers),
        Post(name="ride", label="Ride", state="empty", note=""),
    ]  # fmt: skip


def _rider(profile: Profile) -> Post:
    missing = [m for m in ASKED if m not in profile.measures]
    state = "done" if not missing else "work" if profile.measures else "empty"
    return Post(
        name="rider", label="Rider", state=state, note="done" if not missing else f"{len(missing)} to ask"
    )


def _measure(state: FitState, layers: Layers) -> Post:
    if not state.measure.readings:
        return Post(name="measure", label="Measure", state="empty", note="")
    unsettled = len(findings_of(state, layers))
    read = sum(len(r.heard) for r in state.measure.readings.values())
    done = layers.both("now") is not None and not unsettled
    note = f"{unsettled} to settle" if unsettled else f"{read} read"
    return Post(name="measure", label="Measure", state="done" if done else "work", note=note)


def _goal(state: FitState, layers: Layers) -> Post:
    if layers.both("goal") is None:
        return Post(name="goal", label="Goal", state="empty", note="")
    g = state.goal
    moved = any((g.saddle_dx_mm, g.saddle_dy_mm, g.hand_dx_mm, g.hand_dy_mm))
    return Post(name="goal", label="Goal", state="done", note="nudged" if moved else "as measured")


def moved_since(state: FitState, layers: Layers) -> tuple[str, str] | None:
    """What of the goal moved after the frame was chosen: a few letters, and a sentence."""
    goal, then = layers.both("goal"), state.frame.for_goal
    if goal is None or then is None:
        return None
    for name, at in (("saddle", goal[0]), ("hand", goal[1])):
        dx, dy = at.x_mm - then[name].x_mm, at.y_mm - then[name].y_mm  # type: ignore[index]
        if abs(dy) > MOVED_MM and abs(dy) >= abs(dx):
            word = "raised" if dy > 0 else "lowered"
            return f"{name} {'+' if dy > 0 else '−'}{abs(dy):.0f} since", (
                f"The {name} was {word} {abs(dy):.0f} mm after this was chosen."
            )
        if abs(dx) > MOVED_MM:
            word = "forward" if dx > 0 else "back"
            return f"{name} {abs(dx):.0f} {'fore' if dx > 0 else 'aft'}", (
                f"The {name} went {abs(dx):.0f} mm {word} after this was chosen."
            )
    return None


def _frame(state: FitState, layers: Layers) -> Post:
    size = state.frame.chosen
    if size is None:
        return Post(name="frame", label="Frame", state="empty", note="")
    moved = moved_since(state, layers)
    if moved:
        return Post(name="frame", label="Frame", state="stale", note=moved[0], reason=moved[1])
    return Post(name="frame", label="Frame", state="done", note=f"size {size.size}")


def _build(state: FitState, layers: Layers) -> Post:
    if state.build.stem is None or state.frame.chosen is None:
        return Post(name="build", label="Build", state="empty", note="")
    if state.build.for_frame != state.frame.chosen.label:
        return Post(
            name="build", label="Build", state="stale", note="other frame",
            reason=f"The parts were chosen for {state.build.for_frame}.",
        )  # fmt: skip
    found = misses(state, layers, "plan")
    word = worst(*(m.verdict for m in found.values())) if found else "out"
    worst_mark: MarkName = next((name for name, m in found.items() if m.verdict == word), "hand")
    moved = moved_since(state, layers)
    if moved:
        return Post(
            name="build", label="Build", state="stale", note=moved[0],
            reason=moved[1].replace("this was chosen", "these parts were chosen"),
        )  # fmt: skip
    return Post(
        name="build",
        label="Build",
        state="done" if word != "out" else "work",
        note=f"{layers.label_of(worst_mark).lower()} {word}",
    )


def _setup(state: FitState, layers: Layers) -> Post:
    if layers.both("built") is not None:
        found = misses(state, layers, "built")
        return Post(
            name="setup",
            label="Set-up",
            state="done",
            note=worst(*(m.verdict for m in found.values())) if found else "built",
        )
    begun = any((state.built.saddle_x, state.built.saddle_y, state.built.hand_x, state.built.hand_y))
    return Post(
        name="setup", label="Set-up", state="work" if begun else "empty", note="to check" if begun else ""
    )
