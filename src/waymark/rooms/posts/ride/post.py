"""Ride, as it is registered."""

from __future__ import annotations

from waymark.rooms.files import Facts, Post, Stage, ledger_of
from waymark.rooms.plan import picture_plan, plan_dials


def _stage(_facts: Facts) -> Stage:
    return Stage("empty")


POST = Post(name="ride", label="Ride", place=7, stage=_stage, picture=picture_plan, ledger=ledger_of, dials=plan_dials)
