"""Marks that are known jointly, adjusted with readings: one block, that stands or falls whole."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.survey import Reading, judge_readings
from waymark.core.survey.blocks import Block, judge_together

TRUE = {"S": Mark(-200, 700), "H": Mark(520, 600)}
ORDER = (("S", "x"), ("S", "y"), ("H", "x"), ("H", "y"))


def block(values: list[float], covariance: np.ndarray[tuple[int, int], np.dtype[np.float64]]) -> Block:
    return Block("photo", ORDER, np.array(values, np.float64), covariance)


def taped(**off: float) -> list[Reading]:
    """Straight distances between BB, saddle and hand, and a floor height, with what each is off."""
    s, h = TRUE["S"], TRUE["H"]
    return [
        Reading("bs", "distance", "S", s.length_mm + off.get("bs", 0.0)),
        Reading("bh", "distance", "H", h.length_mm + off.get("bh", 0.0)),
        Reading("sh", "distance", "H", s.distance_mm(h) + off.get("sh", 0.0), "S"),
        Reading("fs", "floor_height", "S", s.y_mm + 270 + off.get("fs", 0.0)),
        Reading("fh", "floor_height", "H", h.y_mm + 270 + off.get("fh", 0.0)),
    ]


SMALL = st.floats(-2.5, 2.5)


@settings(max_examples=40, deadline=None)
@given(st.tuples(SMALL, SMALL, SMALL, SMALL), st.tuples(SMALL, SMALL, SMALL))
def test_a_block_that_shares_nothing_is_as_good_as_plain_readings(
    off: tuple[float, float, float, float], tape: tuple[float, float, float]
) -> None:
    sds = np.array([3.0, 2.0, 4.0, 2.5])
    values = [-200 + off[0], 700 + off[1], 520 + off[2], 600 + off[3]]
    readings = taped(bs=tape[0], bh=tape[1], sh=tape[2])
    plain = [
        Reading(f"{p}{axis}", axis, p, value, sd=float(sd))  # type: ignore[arg-type]
        for (p, axis), value, sd in zip(ORDER, values, sds, strict=True)
    ]
    one, judged = judge_readings([*readings, *plain])
    both = judge_together(readings, [block(values, np.diag(sds**2))])
    assert (one.degrees_of_freedom, one.bb_height_mm) == (both.degrees_of_freedom, pytest.approx(both.bb_height_mm))
    for name, point in one.points.items():
        mine = both.points[name]
        assert point.at is not None and mine.at is not None
        assert point.at.distance_mm(mine.at) < 1e-5
        assert (mine.sd_x_mm, mine.sd_y_mm) == (pytest.approx(point.sd_x_mm), pytest.approx(point.sd_y_mm))
    for a, b in zip(judged, both.readings, strict=False):
        assert (b.residual, b.standardised, b.redundancy) == (
            pytest.approx(a.residual, abs=1e-5),
            pytest.approx(a.standardised, abs=1e-5),
            pytest.approx(a.redundancy, abs=1e-6),
        )


def test_one_taped_distance_mends_what_shares_its_scale() -> None:
    # All four coordinates 1.5 % too large together, and hardly unsure of anything else.
    much = np.array([-200.0, 700.0, 520.0, 600.0])
    shared = 0.015**2 * np.outer(much, much) + np.eye(4) * 0.5**2
    found = judge_together(
        [Reading("bs", "distance", "S", TRUE["S"].length_mm, sd=1.0)], [block(list(much * 1.015), shared)]
    )
    for name, at in TRUE.items():
        mine = found.points[name].at
        assert mine is not None and mine.distance_mm(at) < 1.6
    [it] = found.blocks
    assert (it.key, it.suspect) == ("photo", False)
    # Taken for independent readings as sure as each is by itself, the hand would have stayed where it was.
    alone = judge_together(
        [Reading("bs", "distance", "S", TRUE["S"].length_mm, sd=1.0)],
        [block(list(much * 1.015), np.diag(np.diag(shared)))],
    )
    hand = alone.points["H"].at
    assert hand is not None and hand.distance_mm(TRUE["H"]) > 11


def test_a_block_that_the_tape_denies_falls_whole() -> None:
    wrong = block([-200, 700, 560, 570], np.eye(4) * 9.0)
    more = [Reading("hx", "x", "H", 520), Reading("sx", "x", "S", -200)]
    found = judge_together([*taped(), *more], [wrong])
    [it] = found.blocks
    assert it.suspect and it.statistic is not None and it.limit is not None and it.statistic > it.limit
    assert not any(r.suspect for r in found.readings)
    hand = found.points["H"].at
    assert hand is not None and hand.distance_mm(TRUE["H"]) < 1e-4


def test_a_slip_beside_a_block_is_named_with_what_would_agree() -> None:
    sure = block([-200, 700, 520, 600], np.eye(4) * 4.0)
    found = judge_together(taped(sh=-36.0), [sure])
    [slip] = [r for r in found.readings if r.suspect]
    assert slip.reading.key == "sh"
    assert slip.agreeing_value == pytest.approx(TRUE["S"].distance_mm(TRUE["H"]), abs=0.1)
    assert not found.blocks[0].suspect


def test_what_is_no_covariance_is_refused() -> None:
    readings, values = taped(), [-200.0, 700.0, 520.0, 600.0]
    for matrix, message in (
        (np.diag([1.0, 1.0, 1.0, -1.0]), "A covariance is positive definite."),
        (np.array([[1.0, 0.5, 0, 0], [0, 1, 0, 0], [0, 0, 1, 0], [0, 0, 0, 1]]), "A covariance is square and alike"),
    ):
        with pytest.raises(InputError) as wrong:
            judge_together(readings, [block(values, matrix)])
        assert str(wrong.value).startswith(message)
        assert wrong.value.field == "photo.matrix"
    with pytest.raises(InputError, match="Two readings have the same id"):
        judge_together([*readings, Reading("photo", "x", "S", -200)], [block(values, np.eye(4))])
