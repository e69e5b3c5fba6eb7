"""House rules: the weights of workmanship as a house has them, and what they do to what is recommended."""

from __future__ import annotations

import pytest
from fastapi.testclient import TestClient

from tests.rooms.test_fits import demo_fit
from waymark.core.rules.workmanship import WORKMANSHIP, WORKMANSHIP_LABELS

AT = "/api/house/workmanship"


def test_every_weight_is_told_with_its_usual_and_its_reason(demo: TestClient) -> None:
    told = demo.get(AT).json()
    assert [w["name"] for w in told] == list(WORKMANSHIP) == [*sorted(WORKMANSHIP_LABELS, key=list(WORKMANSHIP).index)]
    assert all(w["label"] and w["reason"] and w["value"] == w["usual"] for w in told)


def test_a_house_that_minds_piles_is_recommended_other_builds(demo: TestClient) -> None:
    odile = demo_fit(demo, "Odile Marrack")
    before = odile.read("frame")["frame"]["recommended"]
    assert [f["says"] for f in before["faults"]] == ["25 of pile under the stem"]
    demo.put(AT, json={"weights": {"pile_free_mm": 0, "pile_a_mm": 1}})
    after = odile.read("frame")["frame"]["recommended"]
    assert after["points"] < 25
    assert (after["frame"], after["size"], after["build"]) != (before["frame"], before["size"], before["build"])
    # Kept over a look, and taken back with nothing else.
    assert {w["name"]: w["value"] for w in demo.get(AT).json()}["pile_free_mm"] == 0
    demo.put(AT, json={"weights": {"pile_free_mm": None, "pile_a_mm": None}})
    assert odile.read("frame")["frame"]["recommended"] == before


@pytest.mark.parametrize(
    ("weights", "field", "allowed"),
    [
        ({"equal_points": 0}, "weights.equal_points", "0.01 to 200"),
        ({"bar_changed_points": -1}, "weights.bar_changed_points", "0 to 200"),
        ({"pile_a_mm": 1e9}, "weights.pile_a_mm", "0 to 200"),
        ({"room_counted_mm": 31}, "weights.room_counted_mm", "0.01 to 30"),
        ({"pile_free_mm": 31}, "weights.pile_free_mm", "Pile that costs nothing up to a tall pile"),
        (
            {"front_share_most": 20},
            "weights.front_share_most",
            "Weight on the front wheel, least up to weight on the front wheel, most",
        ),
        ({"no_such": 1}, "weights", ", ".join(WORKMANSHIP)),
    ],
)
def test_a_weight_that_cannot_be_is_refused_and_nothing_kept(
    demo: TestClient, weights: dict[str, float], field: str, allowed: str
) -> None:
    before = demo.get(AT).json()
    wrong = demo.put(AT, json={"weights": {**weights, "rails_points": 9}})
    assert wrong.status_code == 422
    assert (wrong.json()["field"], wrong.json()["allowed"]) == (field, allowed)
    assert demo.get(AT).json() == before


def test_a_house_asks_riders_back_when_it_will(demo: TestClient) -> None:
    halvard, url = demo_fit(demo, "Halvard Stroud"), "/api/house/follow-ups"
    usual = [("two rides", 14), ("six weeks", 42), ("a year", 365), ("an injury", 7)]

    def offered() -> list[tuple[str, int]]:
        return [(f["after"], f["days"]) for f in halvard.read("ride")["ride"]["follow_ups"]]

    assert offered() == usual
    own = [{"after": "the first wash", "days": 3}, {"after": "a winter", "days": 120}]
    assert demo.put(url, json={"follow_ups": own}).json() == own
    assert offered() == [("the first wash", 3), ("a winter", 120)]
    twice = demo.put(url, json={"follow_ups": [*own, {"after": "A Winter", "days": 1}]})
    assert (twice.status_code, twice.json()["field"], twice.json()["kept"]) == (422, "follow_ups.2.after", "A Winter")
    assert demo.put(url, json={"follow_ups": [{"after": " ", "days": 1}]}).status_code == 422
    assert offered() == [("the first wash", 3), ("a winter", 120)]
    assert demo.put(url, json={"follow_ups": None}).status_code == 200
    assert offered() == usual
