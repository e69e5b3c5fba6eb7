"""Causes ranked: what the rider's own numbers show first, then what explains most, then what is cheap to try."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from waymark.core.complaints.causes import CAUSES, Cause, Evidence, Price, Seen
from waymark.core.complaints.table import COMPLAINTS
from waymark.core.errors import InputError
from waymark.core.goal import Step
from waymark.core.say import Said

PRICES: tuple[Price, ...] = ("free", "small part", "part", "dear part")


@dataclass(frozen=True, slots=True)
class Ranked:
    """A cause, which complaints it would explain, what shows it here, and the change: its words, and its step of a goal
    where it moves a mark."""

    key: str
    cause: Cause
    of: tuple[str, ...]
    evidence: Evidence | None
    change: Said
    step: Step | None

    @property
    def against(self) -> bool:
        """Whether the rider's own number speaks against it."""
        return self.evidence is not None and self.evidence.against


def rank(complaints: Sequence[str], seen: Seen) -> tuple[Ranked, ...]:
    """Likely causes of ``complaints`` taken together; raises ``InputError`` for one that is not known."""
    for name in complaints:
        if name not in COMPLAINTS:
            raise InputError(
                "No complaint is called so.", field="complaints", allowed=", ".join(COMPLAINTS), kept=name[:60]
            )
    asked = tuple(dict.fromkeys(complaints))
    found = []
    for key, cause in CAUSES.items():
        of = tuple(name for name in asked if key in COMPLAINTS[name].causes)
        if of and (cause.on in (None, seen.hand_on)):
            said, step = cause.change(seen)
            found.append(Ranked(key, cause, of, cause.shown(seen), said, step))
    return tuple(sorted(found, key=lambda r: _order(r)))


def _order(r: Ranked) -> tuple[float, ...]:
    strength = r.evidence.strength if r.evidence else 0.0
    place = min(COMPLAINTS[name].causes.index(r.key) for name in r.of)
    # What the numbers show, then what was not measured, then what they speak against; of several what explains most.
    standing = 2 if r.against else 1 if r.evidence is None else 0
    return standing, -len(r.of), PRICES.index(r.cause.price), -strength, place
