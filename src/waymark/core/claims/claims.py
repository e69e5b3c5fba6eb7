"""The sayings there are, and trying one (docs/formulas.md, Frame; Cockpit; Seat; Body).

To add one, add a ``Claim`` with its functions to the room of its part.
"""

from __future__ import annotations

from waymark.core.body import BodyMeasures
from waymark.core.claims.bars import BARS
from waymark.core.claims.front import FRONT
from waymark.core.claims.legs import LEGS
from waymark.core.claims.model import Claim, Values
from waymark.core.claims.saddles import SADDLES
from waymark.core.claims.scene import Drawn
from waymark.core.claims.tried import Tried
from waymark.core.errors import InputError
from waymark.core.say import Count, Words, say, term

CLAIMS: dict[str, Claim] = {c.key: c for c in (*FRONT, *BARS, *SADDLES, *LEGS)}


def try_claim(key: str, values: Values) -> Tried:
    """Try a claim with one's own numbers; those not given are the usual ones.

    Raises ``InputError`` naming an unknown claim or number, or a number out of its bounds.
    """
    claim, numbers = _asked(key, values)
    return claim.tried(numbers)


def draw_claim(key: str, values: Values, body: BodyMeasures | None = None) -> Drawn:
    """The same as a picture, with the rider of this body where one is given and fits the picture."""
    claim, numbers = _asked(key, values)
    return claim.drawn(numbers, body)


def _asked(key: str, values: Values) -> tuple[Claim, Values]:
    claim = CLAIMS.get(key)
    if claim is None:
        raise InputError("Nobody says this here.", field="claim", allowed=", ".join(CLAIMS), kept=key[:40])
    known = {n.name: n for n in claim.numbers}
    for name, value in values.items():
        number = known.get(name)
        if number is None:
            raise InputError(
                say("“{name}” is no number of this claim.", name=Words(name[:40])),
                field=f"values.{name[:40]}",
                allowed=", ".join(known),
            )
        if not number.least <= value <= number.greatest:
            raise InputError(
                say("{label} is outside what can be tried.", label=term(number.label)),
                field=f"values.{name}",
                allowed=say(
                    "{least} to {greatest} {unit}",
                    least=Count(number.least),
                    greatest=Count(number.greatest),
                    unit=Words(number.unit),
                ),
                kept=f"{value:g}",
            )
    return claim, {n.name: values.get(n.name, n.usual) for n in claim.numbers}
