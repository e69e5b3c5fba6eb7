"""Steps in the order of work, saddle before bars, because each step moves the next (docs/formulas.md, Order of work)."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.contact import Contact, ContactKind
from waymark.core.figures import whole
from waymark.core.marks import Mark
from waymark.core.say import (
    Angle,
    Said,
    Size,
    Words,
    bare,
    exactly,
    in_a_row,
    say,
    with_and,
    with_commas,
    with_semicolons,
)

_PLACES: dict[ContactKind, Said] = {
    "hood": say("Hoods: hollow"), "grip": say("Grips: centre"), "pad": say("Pads: centre"),
    "extension": say("Extensions: end"),
}  # fmt: skip
_CHECKS: dict[ContactKind, tuple[Said, Said]] = {
    "hood": (say("palm in line with the forearm"), say("lever clamps")),
    "grip": (say("wrist straight, weight on the whole palm"), say("grips, levers")),
    "pad": (say("forearm along the pad, elbow just behind it"), say("pads, extensions")),
    "extension": (say("wrist straight at the end"), say("extensions")),
}
_MEASURED: dict[ContactKind, Said] = {
    "hood": say("saddle and hoods"), "grip": say("saddle and grips"), "pad": say("saddle, pads and extension ends"),
    "extension": say("saddle and extension ends"),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class SetupFacts:
    """What the steps speak of. Lengths mm; spacer tuples from the frame up; the contact is placed from the bar clamp.

    ``own_post_by_mm`` and ``own_slide_by_mm`` are how post and saddle move where both stay on their bike: from where
    they are, because where the rails are clamped was not read. ``bar_stands`` is how the bar is set, by an angle on a named
    surface; ``as_read`` how bar, levers, post and rails stood on the bike as it came; ``other_saddle`` names one
    that is not the old bike's. ``tape_to_hand_mm`` is what a straight tape should read from the saddle mark to the hand
    itself, out to the side.
    """

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
    old_crank_mm: float
    old_foot_stack_mm: float
    cleat_aft_by_mm: float
    foot_out_mm: float
    heels_in_by_deg: float
    bar_stands: Said
    as_read: Said | None = None
    own_post_by_mm: float | None = None
    own_slide_by_mm: float | None = None
    other_saddle: str = ""
    tape_to_hand_mm: float | None = None


@dataclass(frozen=True, slots=True)
class Step:
    """One step: what, how to know it is right, and the bolt whose printed torque is written beside it."""

    what: Said
    check: Said
    bolt: Said | None = None


def steps_for(f: SetupFacts) -> list[Step]:
    """At most ten steps, level first, saddle before bars, measuring last."""
    stays = f.own_post_by_mm is not None and f.own_slide_by_mm is not None
    steps = [
        Step(say("Level the bike; both tyres at riding pressure."), say("ground line level under both tyres")),
        _before(f.as_read, stays=stays),
    ]
    if f.own_post_by_mm is not None and f.own_slide_by_mm is not None:
        steps += _own_seat(f, f.own_post_by_mm, f.own_slide_by_mm)
    elif f.post_from_bb_mm is not None and f.post_showing_mm is not None:
        post = say(
            "Post {name}: {far} from BB along the tube, {showing} showing.",
            name=Words(f.post_name), far=bare(f.post_from_bb_mm), showing=bare(f.post_showing_mm),
        )  # fmt: skip
        steps.append(Step(post, say("insertion mark stays hidden"), say("collar")))
    if f.slide_mm is not None and f.own_slide_by_mm is None:
        saddle = say("Saddle: nose {where}; top level within 1°.", where=_side(f.nose_behind_bb_mm))
        steps.append(Step(saddle, say("rails {where}", where=_slide(f.slide_mm)), say("rail bolts")))
    stem = say(
        "Stem {length}, standing at {angle}, {way}.",
        length=Size(f.stem_length_mm), angle=Angle(f.stem_stands_deg, signed=True), way=_way(f),
    )  # fmt: skip
    feet = _feet_words(f)
    check, bolts = _CHECKS[f.contact.kind]
    place = _from(f.contact.off, say("the bar clamp"))
    return [
        *steps,
        Step(
            say("Spacers: {under} below, {over} above.", under=_pile(f.under_mm), over=_pile(f.over_mm)),
            say("cover {height} under them all", height=Size(f.cover_mm)),
            say("cap (play only)"),
        ),
        Step(stem, say("no knock with the front brake on"), say("stem, steerer")),
        Step(
            say("Bar square to the fork crown, {stands}.", stands=f.bar_stands),
            say("gaps at the face plate equal"),
            say("stem, bar"),
        ),
        Step(
            say("{contact} {place}, both alike.", contact=_PLACES[f.contact.kind], place=place),
            with_semicolons([*_more(f.contact), check]),
            bolts,
        ),
        Step(feet, say("heels free of crank and stay"), say("cleat bolts")),
        Step(
            say("Measure {what}; write them in Built, above.", what=_MEASURED[f.contact.kind]),
            _last_check(f),
        ),
    ]


def _last_check(f: SetupFacts) -> Said:
    """What shows a misread mark, and what to do about one outside its box."""
    stop = say("outside the box: stop and ask the fitter")
    if f.tape_to_hand_mm is None:
        return stop
    each = {"hood": say("each hood"), "grip": say("each grip"), "pad": say("each pad"), "extension": say("each end")}
    tape = say("tape, saddle to {each}: {far}", each=each[f.contact.kind], far=bare(f.tape_to_hand_mm))
    return with_semicolons([tape, stop])


def _feet_words(f: SetupFacts) -> Said:
    """Pedals, cleats and cranks: as before, or what of them is another."""
    stack, crank, aft = exactly(f.foot_stack_mm), Size(f.crank_mm), f.cleat_aft_by_mm
    said = []
    if f.crank_mm != f.old_crank_mm:
        said.append(say("Cranks {crank}, not the old {old}.", crank=crank, old=Size(f.old_crank_mm)))
    if f.foot_stack_mm != f.old_foot_stack_mm:
        old = exactly(f.old_foot_stack_mm)
        said.append(say("Other pedals or shoes: axle to sole {stack}, not the old {old}.", stack=stack, old=old))
    if aft:
        by = exactly(abs(aft))
        said.append(say("Both cleats {by} aft.", by=by) if aft > 0 else say("Both cleats {by} forward.", by=by))
    if f.foot_out_mm:
        each = exactly(abs(f.foot_out_mm))
        said.append(
            say("Each foot {each} further out: its cleat inward, or a washer the pedal’s maker allows.", each=each)
            if f.foot_out_mm > 0
            else say("Each foot {each} further in: its cleat outward.", each=each)
        )
    if f.heels_in_by_deg:
        turn = Angle(abs(f.heels_in_by_deg))
        said.append(
            say("Cleats turned {turn}: heels in.", turn=turn)
            if f.heels_in_by_deg > 0
            else say("Cleats turned {turn}: heels out.", turn=turn)
        )
    if not said:
        return say("Pedals and cleats as before; pedal axle to sole {stack}, cranks {crank}.", stack=stack, crank=crank)
    if f.foot_stack_mm == f.old_foot_stack_mm:
        said.append(say("Pedal axle to sole {stack}.", stack=stack))
    return in_a_row(said)


def _before(as_read: Said | None, *, stays: bool) -> Step:
    """What is put on record before anything is loosened, and what was read of it already."""
    check = say("as it came: {as_read}", as_read=as_read) if as_read else say("so that the old place can be found")
    if stays:
        return Step(say("Pen a mark on the post at the collar, on the rails at the clamp."), check)
    return Step(say("Old bike: note post, rails, bar and levers, by tape and level."), check)


def _own_seat(f: SetupFacts, post_by_mm: float, slide_by_mm: float) -> list[Step]:
    """Post and saddle of a bike that stays, moved from where they are."""
    up = say("{by} up from its mark", by=bare(post_by_mm))
    down = say("{by} down from its mark", by=bare(-post_by_mm))
    post = say("stays at its mark") if whole(post_by_mm) == 0 else up if post_by_mm > 0 else down
    ahead = say("{by} forward from where it is", by=bare(slide_by_mm))
    back = say("{by} back from where it is", by=bare(-slide_by_mm))
    slide = say("stays where it is clamped") if whole(slide_by_mm) == 0 else ahead if slide_by_mm > 0 else back
    raised = Step(say("Post: {post}.", post=post), say("insertion mark stays hidden"), say("collar"))
    if f.other_saddle:
        # Where the old one was clamped says nothing about another.
        name, nose = Words(f.other_saddle), _side(f.nose_behind_bb_mm)
        clamped = say("Saddle {name}: nose {where}; top level within 1°.", name=name, where=nose)
        return [raised, Step(clamped, say("clamped by the nose, not by the old mark"), say("rail bolts"))]
    return [
        raised,
        Step(
            say("Saddle: {slide}; top level within 1°.", slide=slide),
            say("nose {where}", where=_side(f.nose_behind_bb_mm)),
            say("rail bolts"),
        ),
    ]


def _from(off: Mark, what: Said) -> Said:
    """A place from another: how far ahead of or behind it, above or below it."""
    ahead = say("ahead of") if off.x_mm >= 0 else say("behind")
    above = say("above") if off.y_mm >= 0 else say("below")
    x, y = bare(abs(off.x_mm)), bare(abs(off.y_mm))
    return say("{x} {ahead} {what}, {y} {above}", x=x, ahead=ahead, what=what, y=y, above=above)


def _more(it: Contact) -> list[Said]:
    """What else places a contact: widths, where on the bar the hand is, which way it points, where the extensions end."""
    if it.on_pads:
        ends = say("extension ends {where}", where=_from(it.to_hand, say("them")))
        return [with_commas([say("centres {width} apart", width=bare(it.width_mm)), ends]) if it.width_mm else ends]
    said = [say("bar {width} wide", width=bare(it.width_mm))] if it.width_mm is not None else []
    said += [say("hands {inset} in from its ends", inset=bare(it.inset_mm))] if it.inset_mm is not None else []
    said += [say("swept {sweep}", sweep=Angle(it.sweep_deg))] if it.sweep_deg else []
    return [with_commas(said)] if said else []


def _side(behind_mm: float) -> Said:
    far = bare(abs(behind_mm))
    return say("{far} behind BB", far=far) if behind_mm >= 0 else say("{far} ahead of BB", far=far)


def _slide(slide_mm: float) -> Said:
    far = bare(abs(slide_mm))
    if round(slide_mm) == 0:
        return say("clamped at their middle")
    return say("{far} forward of the middle", far=far) if slide_mm > 0 else say("{far} back of the middle", far=far)


def _pile(pieces: tuple[float, ...]) -> Said:
    return with_and([say("{spacer}", spacer=Size(p)) for p in pieces]) if pieces else say("none")


def _way(f: SetupFacts) -> Said:
    if f.stem_stands_deg == 0:
        return say("level either way round")
    way = say("the high way round") if f.stem_stands_deg > 0 else say("the low way round")
    return say("{way}, turned over", way=way) if f.stem_turned else way
