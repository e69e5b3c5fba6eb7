"""The ride of the demo's trial: simulated once, and kept as a file that is read at every seeding."""

from __future__ import annotations

import json
import zlib
from pathlib import Path

from waymark.core.trial import Begun
from waymark.devices import Frame, Kind, SimulatedRide
from waymark.devices.ride import NAMES, STEP_S
from waymark.rooms.live import KeptPlan, Recording

PACKETS = Path(__file__).parent.parent / "src" / "waymark" / "demo" / "trial.packets"
SEED = 3
# The helper changes the stem after each run: so much longer than the rest it took, seconds.
CHANGED_S = (8, 31, 12, 5, 44, 19, 7)
OVER_S = 7200.0


def ridden(plan: KeptPlan) -> Recording:
    """A sitting in which all but the last run of a trial are ridden at the power that it asks, and rested after."""
    begun, at = [], 60.0
    for run in range(plan.runs - 1):
        begun.append(Begun(run, at))
        at += plan.ride_s + plan.rest_s + CHANGED_S[run]
    it = Recording.begun_at(0, 0, 0.0, plan, begun)
    for device, name in NAMES.items():
        it.take(Frame.hello(device, name), 0.0)
    ride, end = SimulatedRide(SEED), begun[-1].at_s + plan.ride_s + plan.rest_s
    for step in range(1, round(end / STEP_S)):
        now = step * STEP_S
        ride.asked_w = it.asked_w(now)
        for device, characteristic, packet in ride.step():
            it.take(Frame(Kind.SENT, device, characteristic, packet), now)
    return it


def write(it: Recording) -> None:
    """Keep a sitting as the demo reads it: when each run was begun, and the packets."""
    head = json.dumps([[b.run, b.at_s] for b in it.begun]).encode()
    PACKETS.write_bytes(zlib.compress(head + b"\n" + bytes(it.waiting), 9))
