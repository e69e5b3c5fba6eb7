"""The survey as an open calculation."""

from __future__ import annotations

from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.survey import Reading, judge_readings
from waymark.core.survey.model import BB
from waymark.rooms.calc import schemas as s

MOST_POINTS = 16


def adjusted(q: s.SurveyIn) -> s.SurveyOut:
    """Readings adjusted together, slips named."""

    def named(point: str) -> str:
        return BB if point.lower() == BB else point

    readings = [Reading(o.id, o.kind, named(o.to), o.value, named(o.start), o.sd) for o in q.observations]
    ties = {p for r in readings for p in r.points()}
    if len(ties) > MOST_POINTS:
        raise InputError(
            "No bike has so many places.",
            field="observations",
            allowed=f"at most {MOST_POINTS} points",
            kept=f"{len(ties)}",
        )
    guesses = {name: Mark(g.x_mm, g.y_mm) for name, g in q.points.items() if g.x_mm is not None and g.y_mm is not None}
    found, judged = judge_readings(readings, guesses, q.bb_height_mm)
    points = {}
    for name, p in found.points.items():
        at = p.at
        points[name] = s.SurveyPoint(
            x_mm=at.x_mm if at else None,
            y_mm=at.y_mm if at else None,
            sd_x_mm=p.sd_x_mm,
            sd_y_mm=p.sd_y_mm,
            cov=[list(row) for row in p.covariance] if p.covariance else None,
        )
    return s.SurveyOut(
        points=points,
        elsewhere=[
            {name: s.SurveyPoint(x_mm=at.x_mm, y_mm=at.y_mm) for name, at in e.items()} for e in found.elsewhere
        ],
        observations=[
            s.SurveyReading(
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
            for j in judged
        ],
        degrees_of_freedom=found.degrees_of_freedom,
        variance_factor=found.variance_factor,
        bb_height_mm=found.bb_height_mm,
        undetermined=list(found.undetermined),
        nothing_checked=found.degrees_of_freedom == 0,
    )
