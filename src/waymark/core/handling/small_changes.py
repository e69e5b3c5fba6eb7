"""What small changes do to the load on hands and front wheel, each against the plan (docs/formulas.md, Handling)."""

from __future__ import annotations

from dataclasses import dataclass, replace

from waymark.core.body import SEATED, BodyMeasures, FootFit, Seated
from waymark.core.handling.balance import Balance, balance
from waymark.core.marks import ORIGIN, Mark
from waymark.core.rules.bench import BenchSteps
from waymark.core.say import Angle, Said, exactly, say


@dataclass(frozen=True, slots=True)
class Loaded:
    """A rider on a bike, as the load is reckoned from: marks, body, foot, crank, the rear end and the wheelbase, mm."""

    saddle: Mark
    hand: Mark
    body: BodyMeasures
    foot: FootFit
    crank_mm: float
    chainstay_mm: float
    bb_drop_mm: float
    wheelbase_mm: float
    seated: Seated = SEATED

    def held(self) -> Balance:
        """What hands and front wheel carry."""
        rear = self.chainstay_mm, self.bb_drop_mm, self.wheelbase_mm
        return balance(self.saddle, self.hand, self.body, self.foot, self.crank_mm, *rear, seated=self.seated)

    def moved(self, saddle_by: Mark = ORIGIN, hand_by: Mark = ORIGIN) -> Loaded:
        """With the marks moved."""
        return replace(self, saddle=self.saddle + saddle_by, hand=self.hand + hand_by)

    def pitched(self, nose_up_deg: float, bb_up_mm: float) -> Loaded:
        """The whole bike turned nose up about its BB, and the BB raised between wheels that stay: what a flip chip does."""
        return replace(
            self,
            saddle=self.saddle.turned(nose_up_deg),
            hand=self.hand.turned(nose_up_deg),
            bb_drop_mm=self.bb_drop_mm - bb_up_mm,
        )


@dataclass(frozen=True, slots=True)
class SmallChange:
    """One change and what hands and front wheel carry then."""

    what: Said
    held: Balance


def small_changes(at: Loaded, steps: BenchSteps) -> tuple[SmallChange, ...]:
    """The saddle by a degree of seat angle on its rails, the bars up and down, the stem longer and shorter, a flip chip.

    On its rails the saddle keeps its distance from the BB and the hands stay; a bar moves the hands alone.
    """
    rails, bar, stem = steps.rails_deg, steps.bar_mm, steps.stem_step_mm
    flip, bb = steps.flip_deg, steps.flip_bb_mm
    turned = {by: at.saddle.turned(by) - at.saddle for by in (-rails, rails)}
    made = (
        (say("saddle {by} forward on its rails", by=Angle(rails)), at.moved(turned[-rails])),
        (say("saddle {by} back on its rails", by=Angle(rails)), at.moved(turned[rails])),
        (say("bars {by} up", by=exactly(bar)), at.moved(hand_by=Mark(0, bar))),
        (say("bars {by} down", by=exactly(bar)), at.moved(hand_by=Mark(0, -bar))),
        (say("stem {by} longer", by=exactly(stem)), at.moved(hand_by=Mark(stem, 0))),
        (say("stem {by} shorter", by=exactly(stem)), at.moved(hand_by=Mark(-stem, 0))),
        (say("a flip chip: {by} slacker, the BB {bb} down", by=Angle(flip), bb=exactly(bb)), at.pitched(flip, -bb)),
    )
    return tuple(SmallChange(what, there.held()) for what, there in made)
