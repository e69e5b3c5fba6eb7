"""When a rider is asked back: a house's usual follow-ups."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.say import Said, say


@dataclass(frozen=True, slots=True)
class FollowUp:
    """A follow-up a house offers: after what, and in how many days of today."""

    after: Said
    days: int


# Two rides settle most changes, six weeks the muscles, a year shoes, cleats and the rider; an injury is looked at soon.
FOLLOW_UPS: tuple[FollowUp, ...] = (
    FollowUp(say("two rides"), 14),
    FollowUp(say("six weeks"), 42),
    FollowUp(say("a year"), 365),
    FollowUp(say("an injury"), 7),
)
