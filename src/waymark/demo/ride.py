"""What the demo's trial read off a trainer, as it was kept once."""

from __future__ import annotations

import json
import zlib
from datetime import datetime
from importlib.resources import files

from waymark.core.trial import Begun
from waymark.rooms.live import Recording, plan_of
from waymark.rooms.posts.ride import Trial


def demo_sitting(trial: Trial) -> Recording:
    """The sitting of the demo's trial, on its day at half past nine."""
    kept = zlib.decompress((files("waymark.demo") / "trial.packets").read_bytes())
    head, packets = kept.split(b"\n", 1)
    zero_s = datetime.fromisoformat(f"{trial.on}T09:30:00+00:00").timestamp()
    plan = plan_of(trial).model_copy(update={"ridden": []})
    it = Recording.begun_at(0, trial.id, zero_s, plan, [Begun(run, at_s) for run, at_s in json.loads(head)])
    it.waiting += packets
    return it
