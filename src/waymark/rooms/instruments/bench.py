"""What simulated instruments are pointed at: the bike of the file that is worked on, as it is drawn."""

from __future__ import annotations

from waymark.devices import Aim, Bench
from waymark.rooms.files import Desk
from waymark.rooms.posts.measure import true_value


def bench_of(desk: Desk) -> Bench:
    """A bench on which every file's bike stands."""

    def truth(aim: Aim) -> float:
        with desk.store.looking() as session:
            facts = desk.look(session, aim.file).facts
        return true_value(facts, aim.key)

    return truth
