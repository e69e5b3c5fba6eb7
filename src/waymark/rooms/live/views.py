"""What the screens are shown of a file's link and of the trial that is recorded."""

from __future__ import annotations

from pydantic import BaseModel

from waymark.core.link import CHANNEL_NAMES, CHANNEL_UNITS, CHANNELS, HOLD_S, Channel
from waymark.core.trial import PhaseKind
from waymark.rooms.live.readings import Readings
from waymark.rooms.live.sitting import SHOWN_S, Recording, Sitting
from waymark.rooms.telling import Told

# Points of a drawn line, and what the store may be behind before it is told, s.
MOST_POINTS = 360
BEHIND_S = 3.0


class DeviceOut(BaseModel):
    """A linked device, how many of its packets came and were refused, and how long ago the last."""

    name: str
    linked: bool
    received: int
    refused: int
    ago_s: float | None
    touches: bool


class Trace(BaseModel):
    """One channel: what stands now, and its line, points of ``step_s`` from ``from_s``; none is a gap."""

    channel: Channel
    name: Told
    unit: Told
    now: float | None
    asked: float | None
    step_s: float
    from_s: float
    points: list[float | None]


class RunOut(BaseModel):
    """A run as it was ridden, seconds of its sitting; ``known`` once its means stand, which are over from ``from_s`` on."""

    run: int
    start_s: float
    end_s: float
    from_s: float
    whole: bool
    known: bool
    means: dict[Channel, float]


class PhaseOut(BaseModel):
    """Where the trial's clock stands."""

    kind: PhaseKind
    run: int
    left_s: float


class RecordedOut(BaseModel):
    """A trial's sitting: its clock, its runs, and how far the store is behind where that is told."""

    trial: int
    runs: int
    phase: PhaseOut
    held: bool
    ridden: list[RunOut]
    behind_s: float | None


class LiveView(BaseModel):
    """Everything live at one file; ``now_s`` is where the lines end."""

    now_s: float
    devices: list[DeviceOut]
    traces: list[Trace]
    recorded: RecordedOut | None
    asked_w: float | None


def live_view(sitting: Sitting, recording: Recording | None, now_s: float) -> LiveView:
    """What is shown now: the recording where a trial is looked at, else the last three minutes."""
    with sitting.lock:
        live_s = now_s - sitting.zero_s
        here = live_s if recording is None else now_s - recording.zero_s
        shown = sitting.live if recording is None else recording.readings
        if recording is not None and not recording.is_on(now_s):
            spans = recording.spans(now_s)
            here = min(here, spans[-1].end_s if spans else 0.0)
        from_s = max(0.0, here - SHOWN_S) if recording is None else 0.0
        riding = recording is not None and recording.phase(now_s).kind == "ride"
        asked = recording.plan.power_w if recording is not None and riding else None
        now = sitting.live.now(live_s)
        return LiveView(
            now_s=here,
            devices=[_device(d.name, sitting.live, d.number, live_s) for d in sitting.live.devices.values()],
            traces=[_trace(shown, c, (from_s, here), now.get(c), asked) for c in CHANNELS if c in shown.tracks],
            recorded=None if recording is None else _recorded(recording, now_s),
            asked_w=None if recording is None else recording.asked_w(now_s),
        )


def _device(name: str, live: Readings, number: int, now_s: float) -> DeviceOut:
    it = live.devices[number]
    return DeviceOut(
        name=name,
        linked=it.linked,
        received=it.received,
        refused=it.refused,
        ago_s=None if it.last_s is None else max(0.0, now_s - it.last_s),
        touches=it.touches,
    )


def _trace(
    shown: Readings, channel: Channel, between: tuple[float, float], now: float | None, asked: float | None
) -> Trace:
    step, points = shown.tracks[channel].line(*between, MOST_POINTS)
    return Trace(
        channel=channel,
        name=CHANNEL_NAMES[channel],
        unit=CHANNEL_UNITS[channel],
        now=now,
        asked=asked if channel == "power_w" else None,
        step_s=step,
        from_s=between[0] - between[0] % step,
        points=[None if p is None else round(p, 2) for p in points],
    )


def _recorded(it: Recording, now_s: float) -> RecordedOut:
    phase, here = it.phase(now_s), now_s - it.zero_s
    runs = []
    for span in it.spans(now_s):
        # What is on its way at the run's end has come by then.
        known = span.whole and here >= span.end_s + HOLD_S
        runs.append(
            RunOut(
                run=span.run,
                start_s=span.start_s,
                end_s=span.end_s,
                from_s=it.mean_from(span),
                whole=span.whole,
                known=known,
                means={c: round(m.mean, 1) for c, m in it.means(span).items()} if known else {},
            )
        )
    waits = here - it.kept_s if it.waiting and it.kept_s is not None else 0.0
    return RecordedOut(
        trial=it.trial,
        runs=it.plan.runs,
        phase=PhaseOut(kind=phase.kind, run=phase.run, left_s=phase.left_s),
        held=bool(it.begun) and it.begun[-1].run is None,
        ridden=runs,
        behind_s=waits if waits > BEHIND_S else None,
    )
