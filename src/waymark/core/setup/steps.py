"""Steps in the order of work, saddle before bars, because each step moves the next (docs/formulas.md, Order of work)."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.contact import Contact, ContactKind
from waymark.core.marks import Mark
from waymark.core.units.show import MINUS

_PLACES: dict[ContactKind, str] = {
    "hood": "Hoods: hollow", "grip": "Grips: centre", "pad": "Pads: centre", "extension": "Extensions: end",
}  # fmt: skip
_CHECKS: dict[ContactKind, tuple[str, str]] = {
    "hood": ("palm in line with the forearm", "lever clamps"),
    "grip": ("wrist straight, weight on the whole palm", "grips, levers"),
    "pad": ("forearm along the pad, elbow just behind it", "pads, extensions"),
    "extension": ("wrist straight at the end", "extensions"),
}
_MEASURED: dict[ContactKind, str] = {
    "hood": "saddle and hoods", "grip": "saddle and grips", "pad": "saddle, pads and extension ends",
    "extension": "saddle and extension ends",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class SetupFacts:
    """What the steps speak of. Lengths mm; spacer tuples from the frame up; the contact is placed from the bar clamp."""

    post_from_bb_mm: float | None
    post_showing_mm: float | None
    post_name: str
    slide_mm: float | None
    nose_behind_bb_mm: float
    under_mm: tuple[float, ...]
    over_mm: tuple[float, ...]
    cover_mm: float
    stem_length_mm: float
    stem_stands_deg: float
    stem_turned: bool
    contact: Contact
    foot_stack_mm: float
    crank_mm: float
    bar_stands: str = ""


@dataclass(frozen=True, slots=True)
class Step:
    """One step: what, how to know it is right, and the bolt whose printed torque is written beside it."""

    what: str
    check: str
    bolt: str | None = None


def steps_for(f: SetupFacts) -> list[Step]:
    """At most ten steps, level first, saddle before bars, measuring last."""
    steps = [
        Step("Level the bike; both tyres at riding pressure.", "ground line level under both tyres"),
        Step(
            "Pen a mark on the post at the collar, and on the bar at the stem.",
            "so that the old place can be found",
        ),
    ]
    if f.post_from_bb_mm is not None and f.post_showing_mm is not None:
        steps.append(
            Step(
                f"Post {f.post_name}: {f.post_from_bb_mm:.0f} from BB along the tube, {f.post_showing_mm:.0f} showing.",
                "insertion mark stays hidden",
                "collar",
            )
        )
    if f.slide_mm is not None:
        steps.append(
            Step(
                f"Saddle: nose {_side(f.nose_behind_bb_mm)}; top level within 1°.",
                f"rails {_slide(f.slide_mm)}",
                "rail bolts",
            )
        )
    steps += [
        Step(
            f"Spacers: {_pile(f.under_mm)} below, {_pile(f.over_mm)} above.",
            f"cover {f.cover_mm:g} under them all",
            "cap (play only)",
        ),
        Step(
            f"Stem {f.stem_length_mm:g}, standing at {_angle(f.stem_stands_deg)}, {_way(f)}.",
            "no knock with the front brake on",
            "stem, steerer",
        ),
        Step(
            f"Bar square to the fork crown, {f.bar_stands or 'angle as marked; pen marks meet'}.",
            "gaps at the face plate equal",
            "stem, bar",
        ),
    ]
    check, bolts = _CHECKS[f.contact.kind]
    steps += [
        Step(
            f"{_PLACES[f.contact.kind]} {_from(f.contact.off, 'the bar clamp')}, both alike.",
            "; ".join([*_more(f.contact), check]),
            bolts,
        ),
        Step(
            f"Pedals and cleats as before; pedal axle to sole {f.foot_stack_mm:g}, cranks {f.crank_mm:g}.",
            "heels free of crank and stay",
            "cleat bolts",
        ),
        Step(
            f"Measure {_MEASURED[f.contact.kind]}; write them in Built, above.",
            "outside the box: stop and ask the fitter",
        ),
    ]
    return steps


def _from(off: Mark, what: str) -> str:
    """A place from another: how far ahead of or behind it, above or below it."""
    side = "ahead of" if off.x_mm >= 0 else "behind"
    return f"{abs(off.x_mm):.0f} {side} {what}, {abs(off.y_mm):.0f} {'above' if off.y_mm >= 0 else 'below'}"


def _more(it: Contact) -> list[str]:
    """What else places a contact: widths, where on the bar the hand is, which way it points, where the extensions end."""
    if it.on_pads:
        apart = [f"centres {it.width_mm:.0f} apart"] if it.width_mm is not None else []
        return [", ".join([*apart, f"extension ends {_from(it.to_hand, 'them')}"])]
    said = [f"bar {it.width_mm:.0f} wide"] if it.width_mm is not None else []
    said += [f"hands {it.inset_mm:.0f} in from its ends"] if it.inset_mm is not None else []
    said += [f"swept {it.sweep_deg:g}°"] if it.sweep_deg else []
    return [", ".join(said)] if said else []


def _side(behind_mm: float) -> str:
    return f"{abs(behind_mm):.0f} {'behind' if behind_mm >= 0 else 'ahead of'} BB"


def _slide(slide_mm: float) -> str:
    if round(slide_mm) == 0:
        return "clamped at their middle"
    return f"{abs(slide_mm):.0f} {'forward' if slide_mm > 0 else 'back'} of the middle"


def _pile(pieces: tuple[float, ...]) -> str:
    return " and ".join(f"{p:g}" for p in pieces) if pieces else "none"


def _angle(angle_deg: float) -> str:
    sign = "+" if angle_deg > 0 else MINUS if angle_deg < 0 else ""
    return f"{sign}{abs(angle_deg):g}°"


def _way(f: SetupFacts) -> str:
    if f.stem_stands_deg == 0:
        return "level either way round"
    way = "high" if f.stem_stands_deg > 0 else "low"
    return f"the {way} way round{', turned over' if f.stem_turned else ''}"
