"""What the goal asks of an aero bar beside its pads' place: extensions, their tilt, and how far apart the pads are."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.marks import ORIGIN, slope_deg
from waymark.core.say import Angle, Said, bare, say
from waymark.rooms.files import Facts
from waymark.rooms.plan.facts import plan_bar, plan_contact
from waymark.rooms.shelves import AeroBarPart


@dataclass(frozen=True, slots=True)
class Need:
    """One thing asked: what it is, as it is told, whether the bar has it, and what is wrong where it has not."""

    name: Said
    says: Said
    met: bool
    wrong: Said


def aero_needs(facts: Facts) -> list[Need]:
    """Everything asked of the plan's aero bar; nothing where it is none, or no pads are planned."""
    part, contact = plan_bar(facts), plan_contact(facts)
    if not isinstance(part, AeroBarPart) or not contact.on_pads:
        return []
    length, tilt = contact.to_hand.length_mm, slope_deg(ORIGIN, contact.to_hand)
    made = [
        _length(length, part.extension_least_mm, part.extension_greatest_mm),
        _tilt(tilt, part.tilt_least_deg, part.tilt_greatest_deg),
    ]
    if contact.width_mm is not None:
        made.append(_width(contact.width_mm, part.pad_width_least_mm, part.pad_width_greatest_mm))
    return made


def _length(asked_mm: float, least_mm: float, greatest_mm: float) -> Need:
    asked, least, greatest = (bare(x) for x in (asked_mm, least_mm, greatest_mm))
    says = say("{asked} from pad to end, of {least} to {greatest}", asked=asked, least=least, greatest=greatest)
    wrong = (
        say("The extensions end {by} short of the hands.", by=bare(asked_mm - greatest_mm))
        if asked_mm > greatest_mm
        else say("The extensions are {by} too long at their shortest.", by=bare(least_mm - asked_mm))
    )
    return Need(say("Extensions"), says, round(least_mm) <= round(asked_mm) <= round(greatest_mm), wrong)


def _tilt(asked_deg: float, least_deg: float, greatest_deg: float) -> Need:
    asked, least, greatest = Angle(round(asked_deg)), Angle(least_deg), Angle(greatest_deg)
    says = say("{asked} up to their ends, of {least} to {greatest}", asked=asked, least=least, greatest=greatest)
    wrong = say(
        "The extensions do not tilt to {asked}: {least} to {greatest}.", asked=asked, least=least, greatest=greatest
    )
    return Need(say("Tilt"), says, least_deg <= round(asked_deg) <= greatest_deg, wrong)


def _width(asked_mm: float, least_mm: float, greatest_mm: float) -> Need:
    asked, least, greatest = (bare(x) for x in (asked_mm, least_mm, greatest_mm))
    says = say("{asked} apart, of {least} to {greatest}", asked=asked, least=least, greatest=greatest)
    wrong = say(
        "The pads do not stand {asked} apart: {least} to {greatest}.", asked=asked, least=least, greatest=greatest
    )
    return Need(say("Pads"), says, least_mm <= asked_mm <= greatest_mm, wrong)
