"""What goes on at one file: the devices that are linked, what they tell now, and the recording that is on."""

from __future__ import annotations

from dataclasses import dataclass, field
from threading import Lock

from pydantic import Field

from waymark.core.link import Channel, Mean
from waymark.core.rules.trials import LAST_SHARE, LEAST_COVERED, REST_POWER, SAME_SITTING_S
from waymark.core.trial import Begun, Phase, Plan, Span, phase_of, spans_of
from waymark.devices import Frame
from waymark.rooms.live.readings import Readings, packed
from waymark.rooms.posts.ride import Trial
from waymark.rooms.schema import Strict, mm

# The live picture goes back so far; its points are so long, as are those of a recording.
SHOWN_S = 180.0
POINT_S, RECORDED_POINT_S = 1.0, 2.0


class KeptPlan(Strict):
    """A trial's times as it was begun, the power that is asked, and the runs that another sitting has whole.

    ``seed`` is the number its order was drawn by: a trial planned after one that was taken back may have its number.
    """

    seed: int
    runs: int
    ride_s: float = mm(1, 36_000)
    rest_s: float = mm(0, 36_000)
    by_itself: bool = False
    power_w: float | None = None
    ridden: list[int] = Field(default_factory=list)


def plan_of(trial: Trial) -> KeptPlan:
    """A trial's times, power, and the runs that are known."""
    return KeptPlan(
        seed=trial.seed,
        runs=len(trial.runs()),
        ride_s=trial.minutes * 60,
        rest_s=trial.rest_minutes * 60,
        by_itself=trial.by_itself,
        power_w=trial.power_w,
        ridden=sorted(trial.ridden()),
    )


@dataclass(slots=True)
class Recording:
    """A trial's sitting: its readings from ``zero_s`` on, the runs begun, and what is not in the store yet."""

    id: int
    trial: int
    zero_s: float
    plan: KeptPlan
    begun: list[Begun]
    readings: Readings
    number: int = 0
    waiting: bytearray = field(default_factory=bytearray)
    kept_s: float | None = None
    _means: dict[tuple[int, float], dict[Channel, Mean]] = field(default_factory=dict)

    @classmethod
    def begun_at(cls, key: int, trial: int, zero_s: float, plan: KeptPlan, begun: list[Begun]) -> Recording:
        """A recording with nothing read yet."""
        return cls(key, trial, zero_s, plan, begun, Readings(RECORDED_POINT_S))

    def take(self, frame: Frame, at_s: float) -> None:
        """Take a frame at a second of its own; it waits to be put into the store."""
        self.readings.take(frame, at_s)
        self.waiting += packed(frame, at_s)

    @property
    def times(self) -> Plan:
        """As the clock takes them."""
        return Plan(self.plan.runs, self.plan.ride_s, self.plan.rest_s, self.plan.by_itself)

    def spans(self, now_s: float) -> list[Span]:
        """The runs of this sitting until now."""
        return spans_of(self.begun, self.times, now_s - self.zero_s, frozenset(self.plan.ridden))

    def phase(self, now_s: float) -> Phase:
        """What is on now."""
        return phase_of(self.begun, self.times, now_s - self.zero_s, frozenset(self.plan.ridden))

    def is_on(self, now_s: float) -> bool:
        """Whether what is sent now belongs to it: from the first run until the last, while the clock is not held."""
        spans, phase = self.spans(now_s), self.phase(now_s)
        if not spans or self.begun[-1].run is None or phase.kind == "done":
            return False
        return now_s - self.zero_s - spans[-1].end_s < SAME_SITTING_S

    def goes_on(self, now_s: float) -> bool:
        """Whether another run still belongs to this sitting."""
        spans = self.spans(now_s)
        return not spans or now_s - self.zero_s - spans[-1].end_s < SAME_SITTING_S

    def mean_from(self, span: Span) -> float:
        """Where the last part of a run begins, over which its means are taken."""
        return span.start_s + (1 - LAST_SHARE) * self.plan.ride_s

    def means(self, span: Span) -> dict[Channel, Mean]:
        """The means over the last half of a run that was ridden whole; less than four fifths covered is none.

        Asked for once what was on its way at the run's end has come; the answer is kept.
        """
        key = (span.run, span.start_s)
        if key not in self._means:
            found = {c: t.mean(self.mean_from(span), span.end_s) for c, t in self.readings.tracks.items()}
            self._means[key] = {c: m for c, m in found.items() if m and m.covered >= LEAST_COVERED}
        return self._means[key]

    def asked_w(self, now_s: float) -> float | None:
        """The power to be ridden now, half of it between runs and after the last; none where none is asked."""
        if self.plan.power_w is None or not self.begun or not self.goes_on(now_s):
            return None
        return self.plan.power_w * (1.0 if self.phase(now_s).kind == "ride" else REST_POWER)


class Sitting:
    """One file's devices and recording; several threads look at it."""

    def __init__(self, fit_id: int, now_s: float) -> None:
        self.fit_id, self.zero_s = fit_id, now_s
        self.lock = Lock()
        self.live = Readings(POINT_S)
        self.recording: Recording | None = None
        # When somebody looked last, by a clock that nobody sets.
        self.looked_s = 0.0

    def take(self, frame: Frame, at_s: float) -> None:
        """Take a frame that came at ``at_s`` of the room's clock."""
        with self.lock:
            self.live.take(frame, at_s - self.zero_s)
            for track in self.live.tracks.values():
                if track.at_s and at_s - self.zero_s - track.at_s[0] > 2 * SHOWN_S:
                    track.drop_before(at_s - self.zero_s - SHOWN_S)
            it = self.recording
            if it is not None and it.is_on(at_s):
                it.take(frame, at_s - it.zero_s)

    def introduce(self, recording: Recording, now_s: float) -> None:
        """A run begins: who is linked is put down, as numbers may be others' since."""
        for device in self.live.devices.values():
            if device.linked:
                recording.take(Frame.hello(device.number, device.name), now_s - recording.zero_s)

    def leave(self, devices: set[int]) -> None:
        """Devices that went."""
        with self.lock:
            self.live.leave(devices)
            if self.recording is not None:
                self.recording.readings.leave(devices)

    @property
    def linked(self) -> bool:
        """Whether any device is."""
        return any(d.linked for d in self.live.devices.values())

    def next_device(self) -> int:
        """A number no device has."""
        return 1 + max(self.live.devices, default=0)
