"""What the demo's trial read off a trainer: a simulated ride, the same at every seeding."""

from __future__ import annotations

from datetime import datetime

from waymark.core.trial import Begun
from waymark.devices import Frame, Kind, SimulatedRide
from waymark.devices.ride import NAMES, STEP_S
from waymark.rooms.live import KeptPlan, Recording, plan_of
from waymark.rooms.posts.ride import Trial

SEED = 3
# The helper changes the stem after each run: so much longer than the rest it took, seconds.
CHANGED_S = (8, 31, 12, 5, 44, 19, 7, 26, 15, 9, 22, 11)


def ridden(plan: KeptPlan, runs: int, trial: int = 0, zero_s: float = 0.0) -> Recording:
    """A sitting in which the first ``runs`` of a trial are ridden at the power that it asks, and rested after."""
    begun, at = [], 60.0
    for run in range(runs):
        begun.append(Begun(run, at))
        at += plan.ride_s + plan.rest_s + CHANGED_S[run % len(CHANGED_S)]
    it = Recording.begun_at(0, trial, zero_s, plan, begun)
    for device, name in NAMES.items():
        it.take(Frame(Kind.HELLO, device, "0000", name.encode()), 0.0)
    ride, end = SimulatedRide(SEED), begun[-1].at_s + plan.ride_s + plan.rest_s
    for step in range(1, round(end / STEP_S)):
        now = step * STEP_S
        ride.asked_w = it.asked_w(zero_s + now)
        for device, characteristic, packet in ride.step():
            it.take(Frame(Kind.SENT, device, characteristic, packet), now)
    return it


def ridden_of(trial: Trial) -> Recording:
    """The sitting of a trial as far as it was ridden, on its day at half past nine."""
    begun = datetime.fromisoformat(f"{trial.on}T09:30:00+00:00").timestamp()
    return ridden(plan_of(trial).model_copy(update={"ridden": []}), len(trial.ridden()), trial.id, begun)
