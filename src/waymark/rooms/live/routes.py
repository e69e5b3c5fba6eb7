"""A file's link and its recorded trials over HTTP."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

from fastapi import Path, Query, Response
from pydantic import Field
from starlette.responses import StreamingResponse

from waymark.core.errors import InputError, NotFoundError
from waymark.core.link import CHARACTERISTICS
from waymark.devices import MOST_NAME
from waymark.rooms.deps import ERRORS, Key
from waymark.rooms.doorway import room_router
from waymark.rooms.files import DeskDep, fit_row
from waymark.rooms.live import keeping
from waymark.rooms.live.deps import LiveDep
from waymark.rooms.live.hub import MOST_AGE_MS, Live
from waymark.rooms.live.sitting import plan_of
from waymark.rooms.live.views import LiveView, live_view
from waymark.rooms.posts.ride import RideState, Trial
from waymark.rooms.schema import Strict, mm

router = room_router("/api/fits", "live", ERRORS)
MOST_PACKETS = 4000


TrialKey = Annotated[int, Path(ge=1, le=10_000)]


class Linked(Strict):
    """A trainer's port on this machine; the simulated trainer where none is named."""

    port: int | None = Field(default=None, ge=1, le=65_535)


class Packet(Strict):
    """A packet as a browser read it: its bytes, and how long ago."""

    hex: str = Field(max_length=1024, pattern=r"^([0-9A-Fa-f]{2})*$")
    age_ms: float = mm(0, MOST_AGE_MS, default=0.0)


class FromDevice(Strict):
    """Packets of one device and characteristic, the oldest first."""

    device: str = Field(min_length=1, max_length=MOST_NAME)
    characteristic: str = Field(pattern=r"^[0-9A-Fa-f]{4}$")
    packets: list[Packet] = Field(min_length=1, max_length=MOST_PACKETS)


class Packets(Strict):
    """What a browser's devices sent since it last asked."""

    sent: list[FromDevice] = Field(min_length=1, max_length=16)


class PacketsTaken(Strict):
    """How many packets were taken; ``kept``: those of a recording are in the store."""

    taken: int
    kept: bool


class BeginRun(Strict):
    """The run that begins now, from 0; none holds the clock."""

    run: int | None = Field(default=None, ge=0, le=200)


def _shown(live: Live, fit_id: int, trial: Trial | None) -> LiveView:
    sitting = live.sitting(fit_id)
    return live_view(sitting, live.recording(sitting, trial.id, trial.seed) if trial else None, live.now())


def _known(desk: DeskDep, fit_id: int) -> None:
    with desk.store.looking() as session:
        fit_row(session, fit_id)


@router.get("/{fit_id}/live", operation_id="live")
def see_live(
    desk: DeskDep, live: LiveDep, fit_id: Key, trial: Annotated[int | None, Query(ge=1, le=10_000)] = None
) -> LiveView:
    """What the devices tell now, and where the trial stands that is named."""
    if trial is None:
        _known(desk, fit_id)
    return _shown(live, fit_id, None if trial is None else _trial(desk, fit_id, trial))


@router.post("/{fit_id}/live/link", operation_id="link")
def link(desk: DeskDep, live: LiveDep, fit_id: Key, asked: Linked) -> LiveView:
    """Link a trainer: the one at a port of this machine, or the simulated one."""
    _known(desk, fit_id)
    live.link(fit_id, asked.port)
    return _shown(live, fit_id, None)


@router.delete("/{fit_id}/live/link", operation_id="unlink")
def unlink(desk: DeskDep, live: LiveDep, fit_id: Key) -> LiveView:
    """Leave the trainer that is linked."""
    _known(desk, fit_id)
    live.unlink(fit_id)
    return _shown(live, fit_id, None)


@router.post("/{fit_id}/live/packets", operation_id="send_packets")
def send_packets(desk: DeskDep, live: LiveDep, fit_id: Key, sent: Packets) -> PacketsTaken:
    """Packets that a browser read off devices; what cannot be decoded is counted. Answered for once it is kept."""
    _known(desk, fit_id)
    for i, of in enumerate(sent.sent):
        if of.characteristic.upper() not in CHARACTERISTICS:
            raise InputError(
                "Nothing is known of this characteristic.",
                field=f"sent.{i}.characteristic",
                allowed=", ".join(CHARACTERISTICS),
                kept=of.characteristic,
            )
    for of in sent.sent:
        packets = [(bytes.fromhex(p.hex), p.age_ms) for p in of.packets]
        live.sent(fit_id, of.device, of.characteristic.upper(), packets)
    taken = sum(len(of.packets) for of in sent.sent)
    return PacketsTaken(taken=taken, kept=live.keep(live.sitting(fit_id)))


def _trial(desk: DeskDep, fit_id: int, trial: int) -> Trial:
    with desk.store.looking() as session:
        held = desk.look(session, fit_id).facts.part(RideState)
    found = next((t for t in held.trials if t.id == trial), None)
    if found is None:
        raise NotFoundError("There is no such trial.", field="trial", kept=str(trial))
    return found


@router.post("/{fit_id}/trials/{trial}/begin", operation_id="begin_run")
def begin_run(desk: DeskDep, live: LiveDep, fit_id: Key, trial: TrialKey, asked: BeginRun) -> LiveView:
    """Begin a run of a trial now, or hold its clock; what is linked is recorded from then on."""
    it = _trial(desk, fit_id, trial)
    runs = len(it.runs())
    if asked.run is not None and asked.run >= runs:
        raise InputError(
            "The trial has not so many runs.", field="run", allowed=f"0 to {runs - 1}", kept=str(asked.run)
        )
    live.begin(fit_id, trial, plan_of(it), asked.run)
    return _shown(live, fit_id, it)


@router.get("/{fit_id}/trials/{trial}/readings.csv", operation_id="trial_readings", response_class=Response)
def trial_readings(desk: DeskDep, fit_id: Key, trial: TrialKey) -> StreamingResponse:
    """Every reading of a trial as CSV: sitting, second, device, channel, value."""
    it = _trial(desk, fit_id, trial)

    def lines() -> Iterator[bytes]:
        with desk.store.looking() as session:
            of = keeping.sittings(session, fit_id, trial, it.seed)
            yield from keeping.readings_csv(session, fit_id, of)

    headers = {"Content-Disposition": f'attachment; filename="fit-{fit_id}-trial-{trial}.csv"'}
    return StreamingResponse(lines(), media_type="text/csv; charset=utf-8", headers=headers)
