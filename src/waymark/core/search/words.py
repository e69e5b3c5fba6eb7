"""Why a size stands where it does, in a sentence with its millimetres."""

from __future__ import annotations

from collections.abc import Mapping
from typing import TYPE_CHECKING

from waymark.core.rules.house import NUMBERS
from waymark.core.rules.schools import SCHOOLS

if TYPE_CHECKING:
    from waymark.core.search.model import SizeResult


def explain(r: SizeResult) -> str:
    """One or two sentences: what the build gives, or which limit stops it and by how much."""
    if r.verdict == "out":
        return _why_not(r)
    parts = [_nearness(r), f"with {_mm(r.room_up_mm)} to go up and {_mm(r.room_down_mm)} down."]
    gives = _gives_up(r)
    return " ".join(parts) + (f" Gives up {gives}." if gives else "")


def stem_words(r: SizeResult) -> str:
    """The stem as it will stand: length and the angle it then has."""
    return f"{r.stem_stands.length_mm:g} {_signed(r.stem_stands.angle_deg)}°"


def decided_by(r: SizeResult, taken: Mapping[str, str]) -> str:
    """Which schools had a say in a build, ``taken`` naming each question's answer; empty where none had."""

    def label(question: str) -> str:
        return SCHOOLS[question].pick(taken[question]).label

    said = []
    if r.place.says and r.bar is not None and r.goal.carried == "hand" and r.place.slope_deg is not None:
        said.append(f"the bar turned {label('rotation')}")
    if r.bar is not None and r.bar.key != "own" and r.bar.width_mm is not None:
        said.append(f"its width {label('width')}")
    if r.goal.gates.standover_first and r.frame.standover_mm is not None:
        said.append(f"standover {label('standover')}")
    return f"By school: {', '.join(said)}." if said else ""


def _nearness(r: SizeResult) -> str:
    off = round(r.miss_mm)
    if off == 0:
        return "On the goal,"
    return f"{off} mm from the goal,"


def _gives_up(r: SizeResult) -> str:
    given: list[str] = []
    if r.stem_rank == 2:
        side = "short" if r.stem_stands.length_mm < r.goal.stem_window.least_mm else "long"
        given.append(f"the stem: {r.stem_stands.length_mm:g} is {side} for this use")
    elif r.stem_rank == 1:
        side = "short" if r.stem_stands.length_mm < r.goal.stem_window.best_least_mm else "long"
        given.append(f"the stem: {r.stem_stands.length_mm:g}, the {side} end")
    if r.spacers_mm > NUMBERS["spacer_warn_share"].value * r.frame.spacer_limit_mm:
        given.append(f"the pile: {_mm(r.spacers_mm)} of {_mm(r.frame.spacer_limit_mm)} allowed")
    if r.seat is not None and r.seat.exposed_mm > NUMBERS["tall_post_mm"].value:
        given.append(f"a post {_mm(r.seat.exposed_mm)} out")
    return "; ".join(given)


def _why_not(r: SizeResult) -> str:
    said: list[str] = list(r.gates)
    along, across = r.along_mm, r.across_mm
    tolerance = min(r.goal.tolerance.hand_x_mm, r.goal.tolerance.hand_y_mm)
    if along < -tolerance:
        said.append(f"{_mm(-along)} too low along the steerer with all {_mm(r.spacers_mm)} of spacers in")
    elif along > tolerance:
        said.append(f"{_mm(along)} too high along the steerer with no more spacers to take out")
    if abs(across) > tolerance:
        side = "far" if across > 0 else "near"
        said.append(f"{_mm(abs(across))} too {side} with the {r.stem_stands.length_mm:g} stem; no spacer mends that")
    if r.seat is not None and r.seat.limit is not None:
        short = f", {_mm(r.seat.short_mm)} short" if r.seat.short_mm else ""
        said.append(f"the saddle is not reached: {r.seat.limit}{short}")
    if not said:
        said.append(f"{_mm(r.miss_mm)} from the goal at its nearest")
    text = "; ".join(said)
    return text[0].upper() + text[1:] + "."


def _mm(value: float) -> str:
    return f"{value:.0f}"


def _signed(angle: float) -> str:
    if angle == 0:
        return "0"
    return f"{'+' if angle > 0 else '−'}{abs(angle):g}"
