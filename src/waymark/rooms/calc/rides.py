"""Open calculations of gears, trials and indoor bikes."""

from __future__ import annotations

from dataclasses import asdict

from waymark.core.gearing import check_gearing
from waymark.core.marks import Mark
from waymark.core.trainer import Dialled, Slide, nearest_crank_mm, settings_for
from waymark.core.trial import balance_of, judge, plan_trial
from waymark.rooms.calc import ride_schemas as s


def gearing_checked(q: s.GearingIn) -> s.GearingOut:
    """Top speed, climbing cadence, range and steps of a set of gears."""
    return s.GearingOut.model_validate(asdict(check_gearing(**q.model_dump())))


def trial_planned(q: s.TrialPlanIn) -> s.TrialPlanOut:
    """The order of a trial, balanced against drift."""
    order = plan_trial(q.treatments, q.blocks, q.seed)
    balance = balance_of(q.treatments, order)
    return s.TrialPlanOut(order=[list(b) for b in order], balance=s.BalanceOfPlan.model_validate(asdict(balance)))


def trial_judged(q: s.TrialJudgeIn) -> s.TrialJudgeOut:
    """Paired differences judged."""
    return s.TrialJudgeOut(**asdict(judge([(p.a, p.b) for p in q.pairs], q.confidence, q.outcomes)))


def trainer_set(q: s.TrainerIn) -> s.TrainerOut:
    """What to dial in on an indoor bike for a position."""
    t, crank = q.tolerance, None
    if q.crank_mm is not None:
        found = nearest_crank_mm(q.machine.cranks_mm, q.crank_mm)
        crank = s.CrankSet(crank_mm=found, off_mm=found - q.crank_mm)
    saddle, bar = q.machine.saddle.read(), q.machine.bar.read()
    return s.TrainerOut(
        saddle=_dialled(saddle, settings_for(saddle, Mark(q.s.x_mm, q.s.y_mm), (t.s_x_mm, t.s_y_mm))),
        bar=_dialled(bar, settings_for(bar, Mark(q.h.x_mm, q.h.y_mm), (t.h_x_mm, t.h_y_mm))),
        crank=crank,
    )


def _dialled(slide: Slide, it: Dialled) -> s.DialledOut:
    settings = [
        s.AxisSet(axis=a.name, label=stop.label or None, mm=stop.mm)
        for a, stop in zip(slide.axes, it.stops, strict=True)
    ]
    beside = [
        s.BesideOut(
            axis=b.axis,
            label=b.stop.label or None,
            mm=b.stop.mm,
            x_mm=b.at.x_mm,
            y_mm=b.at.y_mm,
            dx_mm=b.off.x_mm,
            dy_mm=b.off.y_mm,
        )
        for b in it.beside
    ]
    return s.DialledOut(
        settings=settings,
        x_mm=it.at.x_mm,
        y_mm=it.at.y_mm,
        dx_mm=it.off.x_mm,
        dy_mm=it.off.y_mm,
        verdict=it.verdict,
        beside=beside,
    )
