"""Long searches apart: the same answer as here, stopped where nobody wants it, and done here where the helper breaks."""

from __future__ import annotations

from itertools import count

import pytest

from tests.posts import DEMO, facts_of
from tests.rooms.test_sheet_parts import PROFILE, planned
from waymark.core.errors import StoppedError
from waymark.core.search.whole import Whole, search_whole
from waymark.rooms.plan.apart import Helper, packed, unpacked
from waymark.rooms.plan.question import reference, search_goal, shelf

FACTS = facts_of(planned(), PROFILE, DEMO)
ASKED = shelf(FACTS), search_goal(FACTS), reference(FACTS)
assert ASKED[1] is not None


def here() -> Whole:
    return search_whole(ASKED[0], ASKED[1], ASKED[2])  # type: ignore[arg-type]


@pytest.fixture(scope="module")
def helper() -> Helper:
    return Helper()


def test_what_is_packed_is_the_same_again() -> None:
    whole = here()
    again = unpacked(packed(whole))
    assert len(whole.sizes) > 40
    assert again == whole
    # What the builds have in common is not kept many times.
    assert len({id(r.goal) for r in again.sizes}) == 1
    assert {id(r.goal) for r in again.sizes} == {id(c.standing.result.goal) for c in again.frontier}


def test_the_helper_finds_what_is_found_here_and_tells_how_far_it_is(helper: Helper) -> None:
    told: list[tuple[int, int]] = []
    found = helper.search(*ASKED, lambda done, of: told.append((done, of)) is None)  # type: ignore[arg-type]
    assert found == here()
    assert told
    assert [done for done, _ in told] == sorted(done for done, _ in told)
    # A size counts once for every rung of cost that it is searched on.
    (of,) = {of for _, of in told}
    assert len(ASKED[0].frames) <= of
    assert told[-1][0] <= of


def test_a_search_that_nobody_wants_stops_and_the_next_is_done(helper: Helper) -> None:
    calls = count()
    with pytest.raises(StoppedError, match=r"^The search was stopped\.$"):
        helper.search(*ASKED, lambda done, of: next(calls) < 1)  # type: ignore[arg-type]
    assert helper.search(*ASKED, lambda done, of: True) == here()  # type: ignore[arg-type]


def test_where_the_helper_breaks_the_search_is_done_here(helper: Helper) -> None:
    def kill(done: int, of: int) -> bool:
        if helper._process is not None:
            helper._process.kill()
        return True

    assert helper.search(*ASKED, kill) == here()  # type: ignore[arg-type]
    # And a new one is there for the next.
    assert helper.search(*ASKED, lambda done, of: True) == here()  # type: ignore[arg-type]
    assert helper._process is not None
    assert helper._process.is_alive()
