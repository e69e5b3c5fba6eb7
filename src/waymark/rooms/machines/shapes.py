"""An adjustable indoor bike as data: its sliders with their stops, and the cranks it comes with."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field, model_validator

from waymark.core.marks import Mark
from waymark.core.trainer import Axis, Machine, Slide, Stop


def num(least: float, greatest: float, **more: Any) -> Any:
    """A number with its bounds."""
    return Field(ge=least, le=greatest, allow_inf_nan=False, **more)


class In(BaseModel):
    """Inputs: unknown names are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class At(In):
    """A point from the BB."""

    x_mm: float = num(-3000, 3000)
    y_mm: float = num(-3000, 3000)


class StopIn(In):
    """A stop: what is printed there, and its mm along the slider."""

    label: str = Field(default="", max_length=20)
    mm: float = num(-2000, 2000)


class AxisIn(In):
    """A slider: its stops listed, or from the least to the greatest by a step."""

    name: str = Field(min_length=1, max_length=60)
    direction_deg: float = num(-360, 360)
    stops: list[StopIn] | None = Field(default=None, min_length=1, max_length=2000)
    least_mm: float | None = num(-2000, 2000, default=None)
    greatest_mm: float | None = num(-2000, 2000, default=None)
    step_mm: float | None = num(0.1, 1000, default=None)

    @model_validator(mode="after")
    def _one_way(self) -> AxisIn:
        ranged = [self.least_mm, self.greatest_mm, self.step_mm]
        if (self.stops is None) == any(v is None for v in ranged) or (
            self.stops and any(v is not None for v in ranged)
        ):
            raise ValueError("stops, or least_mm, greatest_mm and step_mm")
        if self.least_mm is not None and self.greatest_mm is not None and self.greatest_mm < self.least_mm:
            raise ValueError("greatest_mm is at least least_mm")
        return self

    def read(self) -> Axis:
        """As the core has it, its stops from the least up."""
        if self.stops is not None:
            stops = sorted((Stop(s.mm, s.label) for s in self.stops), key=lambda s: s.mm)
            return Axis(self.name, self.direction_deg, tuple(stops))
        least, greatest, step = self.least_mm or 0.0, self.greatest_mm or 0.0, self.step_mm or 1.0
        count = int((greatest - least) / step + 1e-9) + 1
        return Axis(self.name, self.direction_deg, tuple(Stop(round(least + i * step, 6)) for i in range(count)))


class SlideIn(In):
    """What carries a mark: where it lies with every slider at 0, and the sliders."""

    origin: At
    axes: list[AxisIn] = Field(min_length=1, max_length=4)

    def read(self) -> Slide:
        """As the core has it."""
        return Slide(Mark(self.origin.x_mm, self.origin.y_mm), tuple(a.read() for a in self.axes))


class MachineIn(In):
    """An adjustable indoor bike."""

    saddle: SlideIn
    bar: SlideIn
    cranks_mm: list[Annotated[float, Field(ge=80, le=240)]] = Field(min_length=1, max_length=40)

    def machine(self) -> Machine:
        """As the core has it."""
        return Machine(self.saddle.read(), self.bar.read(), tuple(self.cranks_mm))


class MachineFile(In):
    """A machine by its name, with how its scales are read; the shape of a machine's file."""

    name: str = Field(min_length=1, max_length=80)
    note: str = Field(default="", max_length=400)
    machine: MachineIn


class MachinesFile(In):
    """Machines as they are given out and taken in."""

    machines: list[MachineFile] = Field(min_length=1, max_length=200)
