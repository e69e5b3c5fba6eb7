"""What carries a rider's hands or forearms on a bar: one value that card, drawing, ledger and search speak of."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from waymark.core.marks import ORIGIN, Mark

# The hollow of a hood, the centre of a grip, an arm pad with the hand on its extension, an extension's end alone.
ContactKind = Literal["hood", "grip", "pad", "extension"]


@dataclass(frozen=True, slots=True)
class Contact:
    """A contact: ``off`` leads to it from the bar clamp's centre, ``to_hand`` from it to the hand (pads only), mm.

    ``width_mm`` is how wide a flat bar is, or how far apart pads are; ``inset_mm`` how far the hand is in from the bar's
    end; ``sweep_deg`` how far a grip points back. None where it is not known, or says nothing of this contact.
    """

    kind: ContactKind
    off: Mark
    to_hand: Mark = ORIGIN
    width_mm: float | None = None
    inset_mm: float | None = None
    sweep_deg: float | None = None

    @property
    def on_pads(self) -> bool:
        """Whether forearms lie on it."""
        return self.kind == "pad"

    @property
    def word(self) -> str:
        """Its mark's name in a sentence."""
        return "pads" if self.on_pads else "hand"

    @property
    def label(self) -> str:
        """Its mark's name on the sheet."""
        return self.word.capitalize()

    def hand_at(self, at: Mark) -> Mark:
        """Where the hand is when the contact is at ``at``."""
        return at + self.to_hand

    def pad_at(self, at: Mark) -> Mark | None:
        """The pad under the forearm when the contact is at ``at``; ``None`` where there is none."""
        return at if self.on_pads else None
