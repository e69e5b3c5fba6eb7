"""The Set-up post as it is shown: the bike as built against the plan, reading by reading."""

from __future__ import annotations

from waymark.core.callout import Prompt, Side, Survey
from waymark.core.say import Count, Length, Said, say
from waymark.rooms.files import Facts, both
from waymark.rooms.plan import cautions_of, plan_contact, plan_warnings
from waymark.rooms.posts.measure import MeasureState, title_of
from waymark.rooms.posts.setup.facts import built_marks, built_survey, built_taken, should_be
from waymark.rooms.posts.setup.shapes import CheckLine, SetupView
from waymark.rooms.posts.setup.state import CHECK_KEYS, SAID, BuiltState

# Asked of every bike; the others are there once they were read.
USUAL = ("s_straight", "nose_behind", "s_floor", "bb_floor", "s_hand", "hand_floor", "s_pad", "pad_floor")
PADS = ("s_pad", "pad_floor")
HANDS = ("s_hand", "nose_hand", "bb_hand", "hand_floor")


def setup_view(facts: Facts) -> SetupView:
    """Everything the post shows."""
    found = built_survey(facts)
    return SetupView(
        cautions=cautions_of(facts),
        warnings=plan_warnings(facts),
        checks=_checks(facts, found),
        checked=_checked(facts, found),
        slips=_slips(facts, found),
        can_take=both(built_marks(facts)) is not None,
    )


def _checks(facts: Facts, found: Survey | None) -> list[CheckLine]:
    held, should = facts.part(BuiltState).readings, should_be(facts)
    slips = {j.reading.key for j in found.suspects} if found else set()
    pads, bar = plan_contact(facts).on_pads, facts.part(MeasureState).handlebar()
    made = []
    for key, (prompt, side) in CHECK_KEYS.items():
        read = held.get(key)
        if read is None and not _asked(prompt, side, pads):
            continue
        suspect = key in slips or prompt.name in slips
        made.append(
            CheckLine(
                key=key,
                title=title_of(facts.part(MeasureState), key),
                hint=prompt.hint_for("aero" if pads else bar, side),
                should_mm=should.get(key),
                typed=read.heard[0].typed if read else "",
                read_mm=read.heard[0].value if read else None,
                word="asked" if read is None else "suspect" if suspect else "fits",
            )
        )
    return made


def _asked(prompt: Prompt, side: Side | None, pads: bool) -> bool:
    if side == "left" and prompt.sided != "both":
        return False
    return prompt.name in USUAL and prompt.name not in (HANDS if pads else PADS)


def _checked(facts: Facts, found: Survey | None) -> Said:
    """How well the readings check each other."""
    taken = built_taken(facts)
    if not taken:
        return say(
            "Nothing measured yet. The marks first, then what the tape reads beside them: a slip shows only there."
        )
    if found is None or found.contradicting:
        return say("These cannot be of one bike. Read one of them again.")
    more = found.degrees_of_freedom
    if more == 0:
        return say("Nothing checks these yet: a straight tape beside them does.")
    count = Count(len(found.observed))
    if more == 1:
        return say("{count} readings, one more than needed.", count=count)
    return say("{count} readings, {more} more than needed.", count=count, more=Count(more))


def _slips(facts: Facts, found: Survey | None) -> list[Said]:
    """Readings that do not agree with the others, the worst first."""
    if found is None:
        return []
    told = []
    for judged in found.suspects:
        key = judged.reading.key.split("#")[0]
        title = SAID[key] if key in SAID else title_of(facts.part(MeasureState), key)  # type: ignore[index]
        if judged.agreeing_value is None:
            told.append(say("{title} stands out: read it again.", title=title))
            continue
        off = judged.reading.value - judged.agreeing_value
        far = Length(abs(off))
        long = say("{title} is {far} long against the others: read it again.", title=title, far=far)
        short = say("{title} is {far} short against the others: read it again.", title=title, far=far)
        told.append(long if off > 0 else short)
    return told
