"""Instruments over HTTP."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Literal

from fastapi import Depends, Request
from pydantic import BaseModel, ConfigDict, Field

from waymark.core.errors import InputError, NotFoundError
from waymark.devices import Aim, DeviceError, Instrument, decode
from waymark.rooms.deps import ERRORS, MOST_KEY, ErrorBody
from waymark.rooms.doorway import room_router
from waymark.rooms.posts.measure import asked_of
from waymark.rooms.telling import Told

router = room_router("/api/instruments", "instruments", {**ERRORS, 503: {"model": ErrorBody}})


def _instruments(request: Request) -> Mapping[str, Instrument]:
    found: Mapping[str, Instrument] = request.app.state.instruments
    return found


InstrumentsDep = Annotated[Mapping[str, Instrument], Depends(_instruments)]


class InstrumentLine(BaseModel):
    """An instrument that is there."""

    name: str
    label: Told
    gives: Literal["length", "angle"]
    link: Literal["cable", "radio"]
    simulated: bool


class Aimed(BaseModel):
    """What is being read: the file and the call-out's key."""

    model_config = ConfigDict(extra="forbid")

    fit_id: int = Field(ge=1, le=MOST_KEY)
    key: str = Field(max_length=60)


class Arrived(BaseModel):
    """A reading as it arrived, in words as they would be typed; nothing is kept until the fitter keeps it."""

    key: str
    typed: str
    value: float
    unit: Literal["mm", "°"]
    source: str
    battery_low: bool


@router.get("", operation_id="instruments")
def instruments(there: InstrumentsDep) -> list[InstrumentLine]:
    """The instruments that are there."""
    return [
        InstrumentLine(
            name=i.info.name,
            label=i.info.label,
            gives=i.info.gives,
            link=i.info.link,
            simulated=i.info.simulated,
        )
        for i in there.values()
    ]


@router.post("/{name}/press", operation_id="press_instrument")
def press(there: InstrumentsDep, name: str, aim: Aimed) -> Arrived:
    """Press the instrument's button: its reading arrives, or an error says why not."""
    instrument = there.get(name)
    if instrument is None:
        raise NotFoundError("No such instrument is there.", field="name", allowed=", ".join(there), kept=name[:40])
    prompt, unit = asked_of(aim.key)
    if (unit == "°") != (instrument.info.gives == "angle"):
        raise InputError(
            f"The {instrument.info.label.lower()} cannot read this.",
            field="key",
            allowed=f"{instrument.info.gives}s",
        )
    reading = decode(instrument.press(Aim(aim.fit_id, aim.key)))
    if not prompt.least <= reading.value <= prompt.greatest:
        raise DeviceError(
            f"It read {reading.value:.1f}, which cannot be. Press again.",
            field="key",
            allowed=f"{prompt.least:g} to {prompt.greatest:g} {unit}",
            kept=f"{reading.value:.1f}",
        )
    shown = f"{reading.value:.1f}"
    return Arrived(
        key=aim.key,
        typed=f"{shown}{'°' if unit == '°' else ' mm'}",
        value=float(shown),
        unit=unit,
        source=f"{instrument.info.label}{' (simulated)' if instrument.info.simulated else ''}",
        battery_low=reading.battery_low,
    )
