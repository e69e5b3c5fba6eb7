"""What the rides ask to be looked into."""

from __future__ import annotations

from waymark.core.rides import complaint_of, worst_regions
from waymark.rooms.files import Facts
from waymark.rooms.posts.goal import GoalState
from waymark.rooms.posts.ride.state import Ridden, RideState


def latest(facts: Facts) -> Ridden | None:
    """The ride that was ridden last."""
    return max(facts.part(RideState).rides, key=lambda r: (r.on, r.id), default=None)


def before(facts: Facts, ride: Ridden) -> Ridden | None:
    """The ride before another."""
    older = [r for r in facts.part(RideState).rides if (r.on, r.id) < (ride.on, ride.id)]
    return max(older, key=lambda r: (r.on, r.id), default=None)


def asked_about(facts: Facts) -> list[str]:
    """The complaints whose causes are looked for: by the last ride's regions and signs, then what is ticked in Goal."""
    ride = latest(facts)
    by_ride = (
        [complaint_of(region) for region in worst_regions(ride.ratings, facts.house.worth_looking)] if ride else []
    )
    by_signs = ride.signs if ride else []
    return list(dict.fromkeys([*by_ride, *by_signs, *facts.part(GoalState).complaints]))
