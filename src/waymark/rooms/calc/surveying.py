"""The survey as an open calculation."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.survey import Reading, judge_readings
from waymark.core.survey.adjust import AdjustedPoint
from waymark.core.survey.blocks import Block, judge_together
from waymark.core.survey.judge import JudgedReading
from waymark.core.survey.model import BB
from waymark.rooms.calc import schemas as s

MOST_POINTS = 16


def adjusted(q: s.SurveyIn) -> s.SurveyOut:
    """Readings adjusted together, slips named."""

    def named(point: str) -> str:
        return BB if point.lower() == BB else point

    readings = [Reading(o.id, o.kind, named(o.to), o.value, named(o.start), o.sd) for o in q.observations]
    ties = {p for r in readings for p in r.points()} | {name[:-5] for b in q.blocks for name in b.order}
    if len(ties) > MOST_POINTS:
        raise InputError(
            "No bike has so many places.",
            field="observations",
            allowed=f"at most {MOST_POINTS} points",
            kept=f"{len(ties)}",
        )
    guesses = {name: Mark(g.x_mm, g.y_mm) for name, g in q.points.items() if g.x_mm is not None and g.y_mm is not None}
    if q.blocks:
        return _together(q, readings, guesses)
    found, judged = judge_readings(readings, guesses, q.bb_height_mm)
    return s.SurveyOut(
        points=_points(found.points),
        elsewhere=[
            {name: s.SurveyPoint(x_mm=at.x_mm, y_mm=at.y_mm) for name, at in e.items()} for e in found.elsewhere
        ],
        observations=[_reading(j) for j in judged],
        degrees_of_freedom=found.degrees_of_freedom,
        variance_factor=found.variance_factor,
        bb_height_mm=found.bb_height_mm,
        undetermined=list(found.undetermined),
        nothing_checked=found.degrees_of_freedom == 0,
    )


def _together(q: s.SurveyIn, readings: list[Reading], guesses: dict[str, Mark]) -> s.SurveyOut:
    found = judge_together(readings, [_block(b) for b in q.blocks], guesses, q.bb_height_mm)
    return s.SurveyOut(
        points=_points(found.points),
        elsewhere=[],
        observations=[_reading(j) for j in found.readings],
        blocks=[
            s.SurveyBlockOut(id=b.key, statistic=b.statistic, limit=b.limit, suspect=b.suspect) for b in found.blocks
        ],
        degrees_of_freedom=found.degrees_of_freedom,
        variance_factor=found.variance_factor,
        bb_height_mm=found.bb_height_mm,
        undetermined=list(found.undetermined),
        nothing_checked=found.degrees_of_freedom == 0,
    )


def _block(it: s.SurveyBlock) -> Block:
    order = tuple((name[:-5], name[-4]) for name in it.order)
    sizes = {len(set(order)), len(it.values_mm), len(it.matrix), *(len(row) for row in it.matrix)}
    if sizes != {len(order)}:
        raise InputError(
            "A block has one value for each coordinate it names once, and a covariance of as many rows and columns.",
            field=f"{it.id}.matrix",
            allowed=f"{len(set(order))} of each",
        )
    if any(point.lower() == BB for point, _ in order):
        raise InputError("The BB is where everything is measured from.", field=f"{it.id}.order", allowed="other points")
    return Block(it.id, order, np.array(it.values_mm, np.float64), np.array(it.matrix, np.float64))


def _points(found: Mapping[str, AdjustedPoint]) -> dict[str, s.SurveyPoint]:
    return {
        name: s.SurveyPoint(
            x_mm=p.at.x_mm if p.at else None,
            y_mm=p.at.y_mm if p.at else None,
            sd_x_mm=p.sd_x_mm,
            sd_y_mm=p.sd_y_mm,
            cov=[list(row) for row in p.covariance] if p.covariance else None,
        )
        for name, p in found.items()
    }


def _reading(j: JudgedReading) -> s.SurveyReading:
    return s.SurveyReading(
        id=j.reading.key,
        residual=j.residual,
        standardised=j.standardised,
        redundancy=j.redundancy,
        unchecked=j.unchecked,
        suspect=j.suspect,
        agreeing_value=j.agreeing_value,
        agreeing_sd=j.agreeing_sd,
        not_told_from=list(j.not_told_from),
        least_noticed=j.least_noticed,
    )
