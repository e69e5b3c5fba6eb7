"""What wants the fitter's eye among the readings: slips, repeats and sides that do not agree, two levels."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from waymark.core.callout import BY_NAME, Agreement, Leans, Observed, Prompt, Survey, Taken, behind, both_sides, stated
from waymark.core.callout.level import WAYS_DIFFER_DEG
from waymark.core.callout.prompt import HOLDS
from waymark.core.callout.slips import PLACES, Slip, likely_slips
from waymark.core.figures import whole
from waymark.core.say import (
    Angle,
    Capital,
    Count,
    Said,
    Size,
    bare,
    in_a_row,
    say,
    term,
    with_and,
    with_commas,
    with_or,
)
from waymark.core.survey import JudgedReading
from waymark.rooms.files import Facts, fact
from waymark.rooms.posts.measure.facts import (
    hood_agrees,
    leans,
    parts_agree,
    parts_bike,
    parts_seat,
    seat_agrees,
    surveyed,
)
from waymark.rooms.posts.measure.facts import taken as every_taken
from waymark.rooms.posts.measure.shapes import Finding, ReadingWord, Remedy
from waymark.rooms.posts.measure.state import KEYS, MeasureState, title_of

GRAVE = ("slip", "contradiction", "unsettled", "parts")
_NUMBERS = (
    say("no"), say("one"), say("two"), say("three"), say("four"), say("five"), say("six"), say("seven"), say("eight"),
    say("nine"), say("ten"), say("eleven"), say("twelve"),
)  # fmt: skip


def number_word(number: int) -> Said:
    """A small count in words, a larger one in figures."""
    return _NUMBERS[number] if number < len(_NUMBERS) else say("{number}", number=Count(number))


def figure(value: float, unit: str) -> Said:
    """A stated number as it is shown: a whole length, or degrees to a tenth."""
    return say("{value}", value=Angle(value, tenths=True) if unit == "°" else bare(round(value)))


def plain(key: str) -> tuple[str, int | None]:
    """A survey's key as the call-out's, and which repeat it is, the first being 1; ``None`` where it is the mean."""
    name, _, repeat = key.partition("#")
    return name, int(repeat) if repeat else None


def prompt_of(key: str) -> Prompt:
    """The prompt behind a reading's or a survey's key."""
    return BY_NAME[plain(key)[0].split(".")[0]]


@fact
def findings(facts: Facts) -> list[Finding]:
    """What wants the fitter's eye, the gravest first."""
    measure, survey, taken = facts.part(MeasureState), surveyed(facts), every_taken(facts)
    found = _of_survey(measure, survey, taken, leans(facts)) if survey is not None else []
    found += [_spread(measure, it) for it in taken.values() if not it.agrees and not _named(found, it)]
    found += [
        _sides(measure, s.prompt, s.left, s.right, s.difference)
        for s in both_sides(taken)
        if s.differs and not s.meant and not any(f.key.startswith(f"{s.prompt.name}.") for f in found)
    ]
    parts = parts_agree(facts) if survey is not None else None
    if parts is not None and not parts.agrees:
        found.append(_parts_part(facts, parts))
    seat = seat_agrees(facts) if survey is not None else None
    if seat is not None and not seat.agrees:
        found.append(_seat_parts_part(facts, seat))
    hood = hood_agrees(facts) if survey is not None else None
    if hood is not None and not hood.agrees:
        says = say("Bar and levers as read put the hoods {apart} than the tape does.", apart=_apart(hood))
        title = say("Bar and tape part")
        found.append(_parting(facts, hood, says, "h", title, ("bar_rotation", "hood_slope.right", "bar_model")))
    if survey is not None and survey.level and survey.level.differ_deg is not None:
        found += _two_levels(abs(survey.level.differ_deg))
    return found


def open_findings(facts: Facts) -> list[Finding]:
    """The findings on which the position hangs; sides and repeats that differ are told in Measure alone."""
    return [f for f in findings(facts) if f.kind in GRAVE]


def _parts_part(facts: Facts, found: Agreement) -> Finding:
    """Chart, cover, spacers and stem do not put the bar where the tape does."""
    parts = parts_bike(facts)
    if parts is None:
        raise ValueError("no parts to speak of")
    says = say(
        "Chart, cover, {pile} of spacers and the {length} stem at {angle} put the clamp {apart} than the tape does.",
        pile=Size(parts.spacers_mm),
        length=Size(parts.stem.length_mm),
        angle=Angle(parts.stem.angle_deg, signed=True),
        apart=_apart(found),
    )
    keys = ("stem_length", "stem_angle", "spacers_under")
    return _parting(facts, found, says, "clamp", say("The parts and the tape part"), keys)


def _seat_parts_part(facts: Facts, found: Agreement) -> Finding:
    """Seat tube, post and rails do not put the saddle where the tape does."""
    parts = parts_seat(facts)
    if parts is None:
        raise ValueError("no seat to speak of")
    says = say(
        "Chart, {showing} of post and {back} of setback put the saddle mark {apart} than the tape does.",
        showing=Size(parts.exposed_mm),
        back=Size(parts.setback_mm),
        apart=_apart(found),
    )
    keys = ("post_exposed", "post_setback", "rails_ahead")
    return _parting(facts, found, says, "s", say("Post and tape part"), keys)


def _apart(found: Agreement) -> Said:
    """Parts less tape, in words."""
    x, y = whole(-found.off.x_mm), whole(-found.off.y_mm)
    apart = []
    if x:
        apart.append(say("{by} further forward", by=bare(x)) if x > 0 else say("{by} further back", by=bare(-x)))
    if y:
        apart.append(say("{by} higher", by=bare(y)) if y > 0 else say("{by} lower", by=bare(-y)))
    return with_and(apart or [say("elsewhere")])


def _parting(facts: Facts, found: Agreement, says: Said, mark: str, title: Said, keys: tuple[str, ...]) -> Finding:
    other = say("Is it another bar?") if mark == "h" else say("Is it another frame?")
    likely = say("{asked}?", asked=Capital(with_or(found.mends))) if found.mends else other
    return Finding(
        kind="parts",
        key=keys[0],
        title=title,
        value="",
        chip=say("{by} apart", by=bare(whole(found.off.length_mm))),
        says=says,
        likely=likely,
        mark=mark,
        remedies=[
            Remedy(what="again", label=say("Read: {title}", title=title_of(facts.part(MeasureState), key)), key=key)
            for key in keys
        ],
    )


def _of_survey(measure: MeasureState, survey: Survey, taken: Mapping[str, Taken], lean: Leans) -> list[Finding]:
    found: list[Finding] = []
    found += [_slip(measure, taken, lean, survey, judged) for judged in survey.suspects if not _among_repeats(judged)]
    if survey.contradicting:
        found.append(_contradiction(measure, survey))
    if survey.unsettled:
        found.append(
            Finding(
                kind="unsettled",
                key="",
                title=say("They do not agree"),
                value="",
                chip="out",
                mark="",
                says=say(
                    "More readings disagree than can be left out: which of them are wrong cannot be told. "
                    "Check the level and the floor, then read the saddle again from the start."
                ),
                likely="",
                remedies=[],
            )
        )
    if survey.restless and not survey.suspects:
        found.append(
            Finding(
                kind="unsettled",
                key="",
                title=say("Restless, all of them"),
                value="",
                chip="edge",
                mark="",
                says=say(
                    "Together they lie farther apart than the tape does, though none stands out. Was the bike "
                    "moved, or the floor another?"
                ),
                likely="",
                remedies=[],
            )
        )
    if survey.adjusted.elsewhere and not survey.suspects:
        found += _two_places(measure, survey)
    return found


def _two_levels(differ_deg: float) -> list[Finding]:
    if differ_deg <= WAYS_DIFFER_DEG:
        return []
    return [
        Finding(
            kind="level",
            key="pitch",
            title=say("Two levels"),
            value=say("{differ} apart", differ=Angle(differ_deg, tenths=True)),
            chip="out",
            says=say("The axle heights and the inclinometer tell different pitches. One of them is misread."),
            likely="",
            mark="",
            remedies=[
                Remedy(what="again", label=say("Read the inclinometer again"), key="pitch"),
                Remedy(what="again", label=say("Read the front axle again"), key="front_axle"),
            ],
        )
    ]


# Which reading tells on which side of the BB a mark lies.
TELLS = {
    "s": "s_behind",
    "nose": "nose_behind",
    "clamp": "clamp_ahead",
    "h": "hand_ahead",
    "pad": "pad_ahead",
}


def _two_places(measure: MeasureState, survey: Survey) -> list[Finding]:
    """What fits as well with a mark in another place than the one taken."""
    moved = survey.adjusted.elsewhere[0]
    name = next((n for n in TELLS if n in moved), None)
    taken = survey.adjusted.points[name].at if name else None
    if name is None or taken is None:
        return []
    there = moved[name]

    def place_of(x_mm: float, y_mm: float) -> Said:
        side = say("ahead of") if x_mm >= 0 else say("behind")
        return say("{x} {side} the BB and {y} above it", x=bare(abs(x_mm)), side=side, y=bare(y_mm))

    key = TELLS[name] if TELLS[name] in KEYS else f"{TELLS[name]}.right"
    place = say("the {hand}", hand=term(HOLDS[measure.handlebar()][0])) if name == "h" else PLACES[name]
    return [
        Finding(
            kind="unsettled",
            key=key,
            title=say("Two places fit"),
            value="",
            chip="edge",
            mark=name,
            says=say(
                "These readings put {place} {here}, and as well {there}. The first is taken; one level "
                "reading from the BB tells.",
                place=place,
                here=place_of(taken.x_mm, taken.y_mm),
                there=place_of(there.x_mm, there.y_mm),
            ),
            likely="",
            remedies=[Remedy(what="again", label=say("Read: {title}", title=title_of(measure, key)), key=key)],
        )
    ]


def _among_repeats(judged: JudgedReading) -> bool:
    """Whether a slip is only known to be in one repeat or another of the same reading."""
    own, _ = plain(judged.reading.key)
    return bool(judged.not_told_from) and all(plain(k)[0] == own for k in judged.not_told_from)


def _named(found: Sequence[Finding], it: Taken) -> bool:
    return any(f.key == it.key for f in found)


def _slip(
    measure: MeasureState, taken: Mapping[str, Taken], lean: Leans, survey: Survey, judged: JudgedReading
) -> Finding:
    at = next(o for o in survey.observed if o.reading.key == judged.reading.key)
    prompt, source = prompt_of(at.key), behind(taken, at.key)
    turn = prompt.sight.turn if prompt.sight else "as_read"
    value = stated(turn, judged.reading.value, lean)
    title, unit = title_of(measure, at.key), prompt.unit
    key, repeat = plain(judged.reading.key)
    remedies = [Remedy(what="again", label=say("Measure again"), key=key)]
    sentences: list[Said] = []
    likely: Said | str = ""
    chip: Said | str = "out"
    if judged.not_told_from:
        others = with_or([title_of(measure, plain(k)[0]) for k in judged.not_told_from])
        off = say("It or {others} is off; these readings cannot tell which. Read either again.", others=others)
        sentences.append(off)
        remedies += [
            Remedy(what="again", label=say("Again: {title}", title=title_of(measure, plain(k)[0])), key=plain(k)[0])
            for k in judged.not_told_from
        ]
    elif judged.agreeing_value is None:
        sentences.append(say("It stood out, and with it left out nothing checks it any more. Read it again."))
    if judged.agreeing_value is not None and judged.agreeing_sd is not None:
        agree = stated(turn, judged.agreeing_value, lean)
        chip = _chip(value - agree, unit)
        if not judged.not_told_from:
            sentences.append(_others_agree(survey, agree, judged.agreeing_sd, unit))
        if len(survey.suspects) > 1:
            sentences.append(say("More than one stands out: settle one, then look again."))
        if not judged.not_told_from and (at.repeat is not None or len(source.values) == 1):
            likely, mend = _looks_like(measure, lean, survey, judged, (value, agree))
            remedies[:0] = mend
    other = taken.get(f"{prompt.name}.{'left' if source.side == 'right' else 'right'}") if source.side else None
    if other is not None and other.values:
        side = say("right") if other.side == "right" else say("left")
        sentences.append(say("The {side} was read {mean}.", side=side, mean=figure(other.mean, unit)))
        remedies.append(Remedy(what="meant", label=say("Sides meant so"), key=key))
    remedies += [
        Remedy(what="dropped", label=say("Leave out"), key=key, repeat=repeat),
        Remedy(what="kept", label=say("Keep {figure}", figure=figure(value, unit)), key=key),
    ]
    return Finding(
        kind="slip",
        key=key,
        repeat=repeat,
        title=title,
        value=figure(value, unit),
        chip=chip,
        says=in_a_row(sentences) if sentences else "",
        likely=likely,
        mark=judged.reading.end,
        remedies=remedies,
    )


def _others_agree(survey: Survey, agree: float, sd: float, unit: str) -> Said:
    others = number_word(len(survey.observed) - len(survey.suspects))
    doubt = figure(sd if unit == "°" else max(1, round(sd)), unit)
    return say("The other {others} agree on {agree} ± {doubt}.", others=others, agree=figure(agree, unit), doubt=doubt)


def _looks_like(
    measure: MeasureState, lean: Leans, survey: Survey, judged: JudgedReading, figures: tuple[float, float]
) -> tuple[Said | str, list[Remedy]]:
    """What slip it looks like, of the value read and the one that would agree, and the button that mends it."""
    at = next(o for o in survey.observed if o.reading.key == judged.reading.key)
    prompt, (key, repeat) = prompt_of(at.key), plain(judged.reading.key)
    reading = measure.readings.get(at.key)
    typed = reading.heard[at.repeat or 0].typed if reading else ""
    slips = likely_slips(
        prompt,
        typed,
        *figures,
        judged.agreeing_sd or 0.0,
        judged.reading.sigma,
        survey,
        lean,
        HOLDS[measure.handlebar()][0],
    )
    if not slips:
        return "", []
    best = slips[0]
    shown = figure(best.value, prompt.unit)
    likely = _likely(best, shown)
    # Only a reading of one side can be put right at once; a mean of both cannot.
    if not best.exact or reading is None:
        return likely, []
    mended = f"{round(best.value, 2):g}{'°' if prompt.unit == '°' else ' mm'}"
    return likely, [
        Remedy(what="corrected", label=say("Use {figure}", figure=shown), key=key, repeat=repeat, typed=mended)
    ]


def _likely(slip: Slip, shown: Said) -> Said:
    if slip.swapped:
        return say("With {slip} it is {shown}, which fits.", slip=slip.words, shown=shown)
    asked = Capital(slip.words)
    if slip.exact:
        return say("{slip}? Then it is {shown}, which fits.", slip=asked, shown=shown)
    return say("{slip}? That fits.", slip=asked)


def _chip(off: float, unit: str) -> Said:
    by = figure(abs(off), unit)
    if unit == "°":
        return say("{by} less", by=by) if off < 0 else say("{by} more", by=by)
    return say("{by} short", by=by) if off < 0 else say("{by} long", by=by)


def _contradiction(measure: MeasureState, survey: Survey) -> Finding:
    keys = list(survey.contradicting)
    return Finding(
        kind="contradiction",
        key=keys[0],
        title=say("No bike has both"),
        value="",
        chip="out",
        mark="",
        says=say(
            "{both} cannot be of one bike. Read one of them again.", both=with_and([title_of(measure, k) for k in keys])
        ),
        likely="",
        remedies=[Remedy(what="again", label=say("Again: {title}", title=title_of(measure, k)), key=k) for k in keys],
    )


def _spread(measure: MeasureState, it: Taken) -> Finding:
    shown = with_commas([figure(v, it.prompt.unit) for v in it.values])
    return Finding(
        kind="spread",
        key=it.key,
        title=title_of(measure, it.key),
        value=shown,
        chip=say("{spread} apart", spread=figure(it.spread or 0.0, it.prompt.unit)),
        says=say("Readings of one thing do not lie so far apart. Read it once more; the odd one then shows."),
        likely="",
        mark=it.prompt.sight.end if it.prompt.sight else "",
        remedies=[Remedy(what="again", label=say("Begin it again"), key=it.key)],
    )


def _sides(measure: MeasureState, prompt: Prompt, left: float, right: float, difference: float) -> Finding:
    title = prompt.title_for(measure.handlebar())
    by = figure(abs(difference), prompt.unit)
    name = prompt.name
    return Finding(
        kind="sides",
        key=f"{name}.right",
        title=title,
        value=say("L {left}, R {right}", left=figure(left, prompt.unit), right=figure(right, prompt.unit)),
        chip=say("{by} more right", by=by) if difference > 0 else say("{by} more left", by=by),
        says=say(
            "Left and right differ by more than two readings of one thing do. They are not averaged away: read one "
            "again, or say that it is meant so."
        ),
        likely="",
        mark=prompt.sight.end if prompt.sight else "",
        remedies=[
            Remedy(what="meant", label=say("Meant so"), key=f"{name}.right"),
            Remedy(what="again", label=say("Right again"), key=f"{name}.right"),
            Remedy(what="again", label=say("Left again"), key=f"{name}.left"),
        ],
    )


def _word(judged: JudgedReading | None, it: Taken) -> ReadingWord:
    if it.decision == "dropped":
        return "left out"
    if it.decision == "kept":
        return "kept"
    if judged is None or judged.unchecked:
        return "suspect" if judged and judged.suspect else "unchecked"
    return "suspect" if judged.suspect else "fits"


def observed_word(survey: Survey, taken: Mapping[str, Taken], it: Observed) -> ReadingWord:
    """How one of the survey's readings agrees, in a word."""
    return _word(survey.judged_of(it.reading.key), behind(taken, it.key))
