"""What crank, pedal, cleat and shoe make together: the sole over the axle, the stance, whether they go on each other."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.feet.stance import PEDAL_CENTRE_MM, Stance, stance


@dataclass(frozen=True, slots=True)
class PedalFit:
    """A pedal: axle to platform, extra axle, whether it is clipped, its float, the bolts of its cleats where known."""

    stack_mm: float
    axle_extra_mm: float = 0.0
    clipped: bool = True
    float_deg: float = 0.0
    bolts: int | None = None


@dataclass(frozen=True, slots=True)
class CleatFit:
    """A cleat: thickness under the sole, float, and its bolts where known."""

    stack_mm: float
    float_deg: float = 0.0
    bolts: int | None = None


@dataclass(frozen=True, slots=True)
class ShoeFit:
    """A shoe: sole over the cleat, how far aft its holes let a cleat go, and their bolts where known."""

    sole_mm: float
    aft_least_mm: float = 0.0
    aft_greatest_mm: float = 0.0
    bolts: int | None = None


def foot_stack_mm(pedal: PedalFit, cleat: CleatFit | None, shoe: ShoeFit | None) -> float | None:
    """Pedal axle to the foot's side of the sole; ``None`` while a part of it is not known. A flat pedal takes no cleat."""
    if shoe is None or (pedal.clipped and cleat is None):
        return None
    return pedal.stack_mm + (cleat.stack_mm if pedal.clipped and cleat is not None else 0.0) + shoe.sole_mm


def stance_of(q_mm: float, pedal: PedalFit | None, washers_mm: float = 0.0) -> Stance:
    """How far apart the feet stand on this crank and pedal, cleats in their middle."""
    extra = pedal.axle_extra_mm if pedal is not None else 0.0
    return stance(q_mm, PEDAL_CENTRE_MM, extra, washers_mm, 0.0)


def bolts_agree(pedal: PedalFit | None, cleat: CleatFit | None, shoe: ShoeFit | None) -> bool | None:
    """Whether pedal, cleat and shoe have the same pattern of bolts; ``None`` where one that matters is not known."""
    if pedal is not None and not pedal.clipped:
        return True
    known = {it.bolts for it in (pedal, cleat, shoe) if it is not None}
    return None if None in known else len(known) <= 1
