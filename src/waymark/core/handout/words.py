"""What a rider reads of a change, in plain words, and what to watch after it. Never a diagnosis."""

from __future__ import annotations

from waymark.core.figures import whole
from waymark.core.marks import Mark
from waymark.core.say import Length, Said, say, with_and

# Less than this is not told as a change.
TOLD_MM = 1.0
# From here on a rider may feel it.
FELT_MM = 3.0

ONE_AT_A_TIME = say(
    "Change one thing at a time: the saddle by at most 5 mm, a cleat by at most 3. Ride at least twice before the next."
)
STOP = say("Pain that stays, numbness or swelling: stop riding like this, and see a doctor or physiotherapist.")
AFTER_FIRST = say("After the first ride have all bolts checked again. Try both brakes before every ride.")


def moved_words(what: Said, by: Mark) -> Said:
    """How one contact moved, as a rider feels it."""
    x, y = whole(by.x_mm), whole(by.y_mm)
    said = []
    if abs(y) >= TOLD_MM:
        said.append(say("{by} higher", by=Length(y)) if y > 0 else say("{by} lower", by=Length(-y)))
    if abs(x) >= TOLD_MM:
        said.append(say("{by} further forward", by=Length(x)) if x > 0 else say("{by} further back", by=Length(-x)))
    return say("{what}: {how}.", what=what, how=with_and(said)) if said else say("{what}: as it was.", what=what)


def watch_words(saddle_by: Mark | None, hand_by: Mark | None, crank_by_mm: float = 0.0) -> tuple[Said, ...]:
    """What to look out for after these moves: where the body tells first whether they suit it."""
    said = []
    if saddle_by is not None and whole(saddle_by.y_mm) >= FELT_MM:
        said.append(say("A higher saddle: hips that rock, toes that point, a pull behind the knee."))
    if saddle_by is not None and whole(saddle_by.y_mm) <= -FELT_MM:
        said.append(say("A lower saddle: pressure at the front of the knee on climbs."))
    if saddle_by is not None and abs(whole(saddle_by.x_mm)) >= FELT_MM:
        said.append(say("The saddle moved along: whether you stay where you sit, or slide to its nose or end."))
    if hand_by is not None and whole(hand_by.y_mm) <= -FELT_MM:
        said.append(say("Lower bars: more weight on the hands, neck and shoulders tired at the end."))
    if hand_by is not None and whole(hand_by.y_mm) >= FELT_MM:
        said.append(say("Higher bars: the front wheel feels lighter in turns and on steep climbs."))
    if hand_by is not None and whole(hand_by.x_mm) >= FELT_MM:
        said.append(say("Longer reach: locked elbows, hands that creep back on the bar."))
    if hand_by is not None and whole(hand_by.x_mm) <= -FELT_MM:
        said.append(say("Shorter reach: knees or bars that come near each other out of the saddle."))
    if crank_by_mm:
        said.append(say("Other cranks: spin a gear lighter for the first rides."))
    return tuple(said)
