"""The Measure post: the call-out, how the readings agree, what a slip may be, and what to read next."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

import numpy as np

from waymark.core.callout import (
    GROUPS,
    PROMPTS,
    USUAL,
    Leans,
    Prompt,
    Side,
    Survey,
    Taken,
    stated,
)
from waymark.core.callout.bike import WANTED
from waymark.core.callout.observe import fixed_points
from waymark.core.callout.prompt import key_of
from waymark.core.marks import Mark
from waymark.core.position import (
    HAND_HEIGHT_WAYS,
    HAND_REACH_WAYS,
    HEIGHT_WAYS,
    SETBACK_WAYS,
    state_hand_height,
    state_hand_reach,
    state_height,
    state_setback,
)
from waymark.core.position.way import Way
from waymark.core.say import Angle, Capital, Count, Length, Said, Words, bare, say, tenths, term, with_and, with_or
from waymark.core.survey import Advice, Reading, advise
from waymark.core.survey.drift import Measured, drift
from waymark.rooms.files import Facts, fact
from waymark.rooms.posts.measure import facts as measured
from waymark.rooms.posts.measure.body import body_view
from waymark.rooms.posts.measure.facts import POINT_LABELS
from waymark.rooms.posts.measure.findings import findings, number_word, observed_word, plain, prompt_of
from waymark.rooms.posts.measure.shapes import (
    Agreement,
    Asked,
    Decided,
    DriftLine,
    KeptSetup,
    LevelView,
    MeasureView,
    NextView,
    ReadingWord,
    StatedAs,
)
from waymark.rooms.posts.measure.sighting import dimensions, loupes
from waymark.rooms.posts.measure.state import Decision, MeasureState, SetupRecord, title_of

AXES = {"x": say("fore and aft"), "y": say("up and down")}
ENOUGH_TO_ADVISE = 4
LEVEL_ENOUGH_DEG = 0.15


@fact(by_value=False)
def measure_view(facts: Facts) -> MeasureView:
    """Everything the post shows."""
    measure, taken, survey = facts.part(MeasureState), measured.taken(facts), measured.surveyed(facts)
    lean = measured.leans(facts)
    return MeasureView(
        bar_kind=measure.handlebar(),
        tape=measure.tape,
        asked=_asked(measure, taken, set(facts.house.asked or USUAL)),
        agreement=_agreement(measure, taken, lean, survey) if survey else [],
        findings=findings(facts),
        checked=_checked(survey),
        level=_level(survey),
        next=_next(measure, taken, lean, survey) if survey else None,
        dimensions=dimensions(facts),
        loupes=loupes(facts),
        setups=[_kept(record, survey) for record in reversed(measure.setups)],
        decided=[_decided(measure, d) for d in reversed(measure.decisions)],
        body=body_view(facts),
        ways=ways(facts),
        assumed=list(measured.context(facts).assumed),
    )


def _decided(measure: MeasureState, it: Decision) -> Decided:
    was = say("{title} {decision}: {was}", title=title_of(measure, it.key), decision=_WHAT[it.what], was=Words(it.was))
    return Decided(at=it.at, says=say("{was} → {now}", was=was, now=Words(it.now)) if it.now else was)


@fact
def ways(facts: Facts) -> dict[str, list[StatedAs]]:
    """The measured saddle and hand in every convention."""
    c, now = measured.context(facts), measured.now_marks(facts)
    saddle, carried = now.get("saddle"), now.get("hand")
    hand = c.contact.hand_at(carried) if carried else None
    held = measured.hand_context(saddle, c) if saddle else None
    made = {}
    for name, those, state in (
        ("saddle_height", HEIGHT_WAYS, state_height),
        ("setback", SETBACK_WAYS, state_setback),
    ):
        made[name] = [_stated(w, None if saddle is None else state(w.name, saddle, c.saddle)) for w in those]
    for name, those, told in (
        ("hand_height", HAND_HEIGHT_WAYS, state_hand_height),
        ("hand_reach", HAND_REACH_WAYS, state_hand_reach),
    ):
        made[name] = [_stated(w, told(w.name, hand, held) if hand and held else None) for w in those]
    return made


def _stated(way: Way, value: float | None) -> StatedAs:
    unit: Literal["mm", "°"] = "°" if way.name == "angle" else "mm"
    return StatedAs(way=way.name, label=way.label, hint=way.hint, unit=unit, value=value)


_WHAT = {
    "again": say("read again"), "corrected": say("corrected"), "dropped": say("left out"),
    "kept": say("kept against the others"), "meant": say("meant to differ"), "restored": say("taken in again"),
}  # fmt: skip


def _asked(measure: MeasureState, taken: Mapping[str, Taken], usual: set[str]) -> list[Asked]:
    """Every prompt of this bike in the order of work; what is not usual is there to be chosen by name."""
    bar = measure.handlebar()
    made = []
    for prompt in PROMPTS:
        if bar not in prompt.bars and not any(key_of(prompt.name, s) in taken for s in prompt.sides()):
            continue
        for side in prompt.sides():
            key = key_of(prompt.name, side)
            it = taken.get(key)
            reading = measure.readings.get(key)
            ordinary = prompt.name in usual and (side != "left" or prompt.sided == "both")
            numbers = it.values if it else ()
            made.append(
                Asked(
                    key=key,
                    group=GROUPS[prompt.group],
                    title=prompt.title_for(bar),
                    hint=_hint(measure, prompt, side),
                    unit=prompt.unit,
                    side=side,
                    usual=ordinary,
                    skipped=key in measure.skipped,
                    typed=[h.typed for h in reading.heard] if reading else [],
                    values=list(numbers),
                    mean=it.mean if it and numbers else None,
                    spread=it.spread if it else None,
                    spread_limit=it.spread_limit if it and prompt.unit != "words" else None,
                    source=reading.source if reading else "",
                    marks=[prompt.sight.end, prompt.sight.start] if prompt.sight else [],
                )
            )
    return made


def _hint(measure: MeasureState, prompt: Prompt, side: Side | None) -> Said | str:
    """How the tape lies: to the middle where this bike's tapes to the hands end there."""
    beside = prompt.sight is not None and prompt.sight.turn in ("to_hand", "to_pad", "to_tops")
    if beside and measure.tape == "middle":
        return say("Straight, to a straight edge laid across both sides, over the bike's middle.")
    return prompt.hint_for(measure.handlebar(), side)


def _off(prompt: Prompt, residual: float) -> float:
    """What was read less what is adjusted, in the prompt's own sense."""
    turned = prompt.sight is not None and prompt.sight.turn in ("negated", "from_behind")
    return residual if turned else -residual


def _agreement(measure: MeasureState, taken: Mapping[str, Taken], lean: Leans, survey: Survey) -> list[Agreement]:
    """Suspects first, then as they were read, the worst of them on top."""
    made = []
    for it in survey.observed:
        judged = survey.judged_of(it.reading.key)
        if judged is None:
            continue
        prompt = prompt_of(it.key)
        unit: Literal["mm", "°"] = "°" if prompt.unit == "°" else "mm"
        word, off = observed_word(survey, taken, it), _off(prompt, judged.residual)
        made.append(
            Agreement(
                key=plain(it.reading.key)[0],
                title=title_of(measure, it.key),
                unit=unit,
                value=stated(prompt.sight.turn, it.reading.value, lean) if prompt.sight else 0.0,
                off=off,
                standardised=judged.standardised,
                word=word,
                says=_agrees(word, off, unit, judged.least_noticed),
                least_noticed=judged.least_noticed,
            )
        )
    for key, left in taken.items():
        if left.decision == "dropped" and left.prompt.sight and left.values:
            made.append(
                Agreement(
                    key=key,
                    title=title_of(measure, key),
                    unit="°" if left.prompt.unit == "°" else "mm",
                    value=left.mean,
                    off=0.0,
                    standardised=None,
                    word="left out",
                    says=say("left out"),
                    least_noticed=None,
                )
            )
    return sorted(made, key=lambda a: (a.word != "suspect", -abs(a.standardised or 0.0)))


def _agrees(word: ReadingWord, off: float, unit: str, least_noticed: float | None) -> Said:
    """How a reading agrees: its word, how far it lies off and which way, and what slip of it would show."""
    if word == "unchecked":
        return say("checked by no other")
    far = Angle(abs(off), tenths=True) if unit == "°" else Length(abs(off), tenths=True)
    if unit == "°":
        lies = say("{far} less", far=far) if off < 0 else say("{far} more", far=far)
    else:
        lies = say("{far} short", far=far) if off < 0 else say("{far} long", far=far)
    agrees = say("{word}, {lies}", word=term(word), lies=lies)
    if least_noticed is None:
        return agrees
    slip = Angle(round(least_noticed, 1)) if unit == "°" else bare(round(least_noticed))
    return say("{agrees}; a slip of {slip} would show", agrees=agrees, slip=slip)


def _checked(survey: Survey | None) -> Said:
    if survey is None or not survey.observed:
        return say("Nothing read yet. Type what the tape reads, with or without its unit, and press Enter.")
    count, freedom = len(survey.observed), survey.degrees_of_freedom
    if freedom == 0:
        return say("{count} readings, none more than needed: nothing is checked yet.", count=_count(count))
    blind = sum(j.unchecked for j in survey.judged)
    read = say("{count} readings, {more} more than needed.", count=_count(count), more=Count(freedom))
    if blind == 1:
        return say("{read} One of them is checked by no other.", read=read)
    return say("{read} {count} of them are checked by no other.", read=read, count=_count(blind)) if blind else read


def _count(number: int) -> Capital:
    return Capital(number_word(number))


def _level(survey: Survey | None) -> LevelView:
    level = survey.level if survey else None
    hand = survey.points.get("h") if survey else None
    if level is None:
        says = say("Not levelled: read the axle heights, or the inclinometer over both axles.")
        mattered: Said | str = ""
        if hand is not None:
            # Read on a bike 1° nose up, this hand would lie there.
            off = hand.at.turned(1.0) - hand.at
            mattered = say(
                "One degree nose up would make this hand read {x} too far back and {y} too high.",
                x=bare(abs(off.x_mm)),
                y=bare(abs(off.y_mm)),
            )
        return LevelView(known=False, pitch_deg=0, sd_deg=0, block_mm=0, says=says, mattered=mattered)
    if abs(level.pitch_deg) < LEVEL_ENOUGH_DEG:
        says = say("Level within {most}.", most=Angle(max(0.1, abs(level.pitch_deg)), tenths=True))
    else:
        nose = say("up") if level.pitch_deg > 0 else say("down")
        wheel = say("front") if level.block_mm > 0 else say("rear")
        says = say(
            "{pitch} nose {nose}: {block} under the {wheel} wheel levels it.",
            pitch=Angle(abs(level.pitch_deg), tenths=True),
            nose=nose,
            block=bare(abs(level.block_mm)),
            wheel=wheel,
        )
    if level.radii_assumed:
        says = say("{level} Wheels taken as equal.", level=says)
    mattered = _mattered(hand.raw - hand.at) if hand is not None else ""
    return LevelView(
        known=True,
        pitch_deg=level.pitch_deg,
        sd_deg=level.sd_deg,
        block_mm=level.block_mm,
        says=says,
        mattered=mattered,
    )


def _mattered(off: Mark) -> Said:
    """How far a bike that stood out of level put the hand from where it is."""
    said = []
    if abs(off.x_mm) >= 0.5:
        by = bare(abs(off.x_mm))
        said.append(say("{by} too far back", by=by) if off.x_mm < 0 else say("{by} too far forward", by=by))
    if abs(off.y_mm) >= 0.5:
        by = bare(abs(off.y_mm))
        said.append(say("{by} too low", by=by) if off.y_mm < 0 else say("{by} too high", by=by))
    if not said:
        return say("It matters less than half a mm at the hand.")
    return say("The hand read {by}; every mark is turned level.", by=with_and(said))


def next_reading(facts: Facts) -> NextView | None:
    """The reading that would add most certainty, where enough was read to say."""
    survey = measured.surveyed(facts)
    return _next(facts.part(MeasureState), measured.taken(facts), measured.leans(facts), survey) if survey else None


def _next(measure: MeasureState, taken: Mapping[str, Taken], lean: Leans, survey: Survey) -> NextView | None:
    """The reading that would add most certainty, with its reason; ``None`` while too little was read to say."""
    if len(survey.observed) < ENOUGH_TO_ADVISE:
        return None
    best = best_next(measure, taken, lean, survey)
    if best is None:
        return None
    key = best.key
    title = title_of(measure, key)
    mark, axis = term(POINT_LABELS[best.mark].lower()), AXES[best.axis]
    shown = say("±{before} → ±{after}", before=tenths(best.before_mm), after=tenths(best.after_mm))
    if best.why == "places":
        stood_in = {"h": "hand", "clamp": "hand", "s": "nose", "nose": "nose"}.get(best.mark, "")
        tied = any(t.startswith(stood_in) for t in survey.tied) if stood_in else False
        if tied:
            says = say("Only an assumed length places the {mark} {axis} yet.", mark=mark, axis=axis)
        else:
            says = say("Nothing places the {mark} {axis} yet.", mark=mark, axis=axis)
    elif best.why == "tells":
        names = with_or([title_of(measure, plain(k)[0]) for k in best.between])
        says = say("It tells whether the slip is in {names}.", names=names)
    elif best.why == "checks":
        says = say(
            "A slip at the {mark} {axis} would pass unseen; this checks it ({shown}).",
            mark=mark,
            axis=axis,
            shown=shown,
        )
    else:
        says = say("It adds most: the {mark} {axis} {shown}.", mark=mark, axis=axis, shown=shown)
    return NextView(key=key, title=title, says=says, before_mm=best.before_mm, after_mm=best.after_mm)


def best_next(measure: MeasureState, taken: Mapping[str, Taken], lean: Leans, survey: Survey) -> Advice | None:
    """The best of every sight this bar allows, a repeat of what was read among them."""
    bar = measure.handlebar()
    points = {*WANTED, "bb"} | ({"pad"} if bar == "aero" else set())
    candidates = []
    for prompt in PROMPTS:
        sight = prompt.sight
        if sight is None or bar not in prompt.bars or sight.turn not in ("as_read", "negated", "to_hand", "to_pad"):
            continue
        if {sight.end, sight.start} <= points:
            key = key_of(prompt.name, prompt.sides()[0])
            candidates.append(Reading(key, sight.kind, sight.end, 0.0, sight.start))
    suspects = {j.reading.key for j in survey.suspects} if len(survey.suspects) > 1 else set[str]()
    readings = [r for r in (o.reading for o in survey.observed) if r.key not in suspects]
    # The contact marks always count; the nose and the clamp once something of them was read.
    touched = {p for r in readings for p in r.points()}
    wanted = [p for p in (*WANTED, "pad") if p in ("s", "h") or (p in points and p in touched)]
    ranked = advise(survey.adjusted, readings, candidates, wanted, fixed_points(lean))
    return ranked[0] if ranked else None


def _kept(record: SetupRecord, survey: Survey | None) -> KeptSetup:
    before = {
        name: Measured(Mark(m.x_mm, m.y_mm), np.array([[m.xx_mm2, m.xy_mm2], [m.xy_mm2, m.yy_mm2]]))
        for name, m in record.marks.items()
    }
    now = {n: Measured(p.at, p.covariance) for n, p in survey.points.items()} if survey else {}
    lines = []
    for d in drift(before, now):
        if d.moved:
            says = say("moved")
        elif max(abs(d.dx_mm) / d.least_x_mm, abs(d.dy_mm) / d.least_y_mm) > 1:
            says = say("not shown, all marks counted")
        else:
            says = say("inside the tape’s {doubt}", doubt=bare(max(d.least_x_mm, d.least_y_mm)))
        lines.append(
            DriftLine(
                mark=d.name,
                label=POINT_LABELS.get(d.name, d.name),
                dx_mm=d.dx_mm,
                dy_mm=d.dy_mm,
                sd_x_mm=d.sd_x_mm,
                sd_y_mm=d.sd_y_mm,
                moved=d.moved,
                says=says,
            )
        )
    moved = [term(POINT_LABELS.get(line.mark, line.mark).lower()) for line in lines if line.moved]
    if not lines:
        says = say("Measure again to compare.")
    elif moved:
        says = say("Moved since: {marks}.", marks=with_and(moved))
    else:
        says = say("No move shown: every difference is within what the tape does.")
    return KeptSetup(on=record.on, by=record.by, note=record.note, readings=record.readings, says=says, lines=lines)
