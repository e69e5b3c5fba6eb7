"""The rider's record: measures as typed and understood, bends graded, shares that stay whole, and what is odd said at once."""

from __future__ import annotations

import io
import json
import sqlite3
import zipfile
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image

from tests.shell import waymark
from waymark.core.rules.body_bounds import BODY_BOUNDS, cross_checks, foot_from_shoe_mm
from waymark.core.rules.mobility import MOBILITY, grade, sides_say
from waymark.core.rules.uses import counting, edge_moved, with_use, without_use
from waymark.demo import demo_files
from waymark.rooms.files import Desk
from waymark.rooms.posts import registry
from waymark.rooms.records import records_of
from waymark.rooms.riders import Profile
from waymark.storage import Store


@pytest.fixture
def rider(empty: TestClient) -> int:
    """A rider just met."""
    return empty.post("/api/riders", json={"name": "  Ines Vellacott ", "about": "41"}).json()["id"]


def head(client: TestClient, rider: int) -> int:
    """The newest change of a record."""
    return next(r["revision"] for r in client.get("/api/riders").json() if r["id"] == rider)


def edit(client: TestClient, rider: int, **body: Any) -> dict[str, Any]:
    """A change that is taken."""
    answer = client.patch(f"/api/riders/{rider}", json={"base_revision": head(client, rider), **body})
    assert answer.status_code == 200, answer.text
    return answer.json()


def line(out: dict[str, Any], name: str, of: str = "measures") -> dict[str, Any]:
    """One line of the record."""
    return next(it for it in out[of] if it["name"] == name)


@pytest.mark.parametrize("body", [{"name": ""}, {"name": "   "}, {"name": "x" * 121}, {}, {"name": "a", "age": 3}])
def test_a_rider_needs_a_name(empty: TestClient, body: dict[str, object]) -> None:
    answer = empty.post("/api/riders", json=body)
    assert answer.status_code == 422
    assert answer.json()["field"]


def test_nobody_by_that_number(empty: TestClient) -> None:
    assert empty.patch("/api/riders/99", json={"base_revision": 1, "name": "x"}).status_code == 404
    assert empty.post("/api/fits", json={"rider_id": 99}).status_code == 404
    assert empty.get("/api/fits/99/sheet").status_code == 404
    assert empty.get("/api/fits/99/card.pdf").status_code == 404


# --- measures ----------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("name", "typed", "mm"),
    [
        ("height", "5'11\"", 1803.4),
        ("inseam", "31 1/4 in", 793.75),
        ("arm", "64,5cm", 645),
        ("trunk", "508", 508),
        ("height", "1.83 m", 1830),
        ("mass", "165 lb", 74.84),
        ("shoulder_width", "14 ¼ in", 361.95),
    ],
)
def test_measures_are_understood_and_the_words_kept(
    empty: TestClient, rider: int, name: str, typed: str, mm: float
) -> None:
    out = edit(empty, rider, measures={name: typed})
    assert out["profile"]["measures"][name]["typed"] == typed
    assert out["profile"]["measures"][name]["value"] == pytest.approx(mm, abs=0.01)


def test_repeats_are_averaged_and_sides_are_kept(empty: TestClient, rider: int) -> None:
    out = edit(empty, rider, measures={"inseam": "823; 825", "foot": "L 258 R 26.7 cm", "height": "1760"})
    assert out["profile"]["measures"]["inseam"]["values"] == [823, 825]
    assert out["profile"]["measures"]["inseam"]["value"] == 824
    foot = out["profile"]["measures"]["foot"]
    assert (foot["left"], foot["right"], foot["value"]) == (258, pytest.approx(267), pytest.approx(262.5))
    assert line(out, "foot")["sides"] == "left 9 shorter"
    assert line(out, "inseam")["least"] == pytest.approx(0.40 * 1760)
    assert line(out, "trunk")["least"] is None, "a range shown before the number would steer the hand"


def test_how_and_when_stay_with_a_measure(empty: TestClient, rider: int) -> None:
    out = edit(empty, rider, measures={"inseam": {"typed": "824", "how": "level rod", "on": "2026-11-23"}})
    assert out["profile"]["measures"]["inseam"]["how"] == "level rod"


def test_a_bad_measure_keeps_the_good_ones_as_they_were(empty: TestClient, rider: int) -> None:
    edit(empty, rider, measures={"height": "1760"})
    answer = empty.patch(
        f"/api/riders/{rider}",
        json={"base_revision": head(empty, rider), "measures": {"height": "1780", "inseam": "31"}},
    )
    assert answer.status_code == 422
    assert answer.json()["code"] == "ambiguous"
    assert answer.json()["field"] == "measures.inseam"
    (out,) = empty.get("/api/riders").json()
    assert out["profile"]["measures"]["height"]["typed"] == "1760"
    assert edit(empty, rider, measures={"height": " "})["profile"]["measures"] == {}


@pytest.mark.parametrize(
    ("measures", "shoe", "says"),
    [
        ({"foot": 285}, 41, "Foot 285 may be the shoe’s length: for a shoe of 41 a foot is about 258"),
        ({"foot": 230}, 43, "short for a shoe of 43"),
        ({"height": 1760, "inseam": 940, "trunk": 560}, None, "one of the three is misread"),
        ({"arm": 640, "upper_arm": 400, "forearm": 300}, None, "make 760"),
        ({"mass": 164, "height": 1500}, None, "pounds for kilograms"),
        ({"upper_arm": 250, "forearm": 330}, None, "was the elbow found"),
    ],
)
def test_measures_that_do_not_go_together_are_said(measures: dict[str, float], shoe: float | None, says: str) -> None:
    (said,) = cross_checks(measures, shoe)
    assert says in str(said)


@given(st.integers(1400, 2100))
def test_a_body_of_common_shares_raises_no_question(height: int) -> None:
    measures = {
        n: height * (b.share_least + b.share_greatest) / 2
        for n, b in BODY_BOUNDS.items()
        if b.share_least and b.share_greatest and n != "arm"
    }
    assert cross_checks({**measures, "height": height, "mass": 22 * (height / 1000) ** 2}) == []
    assert foot_from_shoe_mm(41) == pytest.approx(258, abs=1)


def test_an_arm_taken_whole_reaches_the_drawn_arm() -> None:
    body = Profile.model_validate({"measures": {"arm": {"typed": "640", "value": 640}}}).body()
    assert body.upper_arm_mm and body.forearm_mm
    assert body.upper_arm_mm + body.forearm_mm + 60 == pytest.approx(640)


# --- mobility ----------------------------------------------------------------------------------------


def test_bends_are_graded_by_what_the_uses_need(empty: TestClient, rider: int) -> None:
    edit(empty, rider, uses=[{"use": "road", "share": 90}, {"use": "time-trial", "share": 10}])
    out = edit(empty, rider, mobility={"hamstrings": {"left": "62", "right": "71°"}, "flat_back": {"one": "57"}})
    bend = line(out, "hamstrings", "mobility")
    assert (bend["need"], bend["left_grade"], bend["right_grade"]) == (65, "short", "ample")
    assert bend["says"].startswith("Left hamstrings 9° short of the right. Left: saddle height goes by the tighter leg")
    assert line(out, "flat_back", "mobility")["left_grade"] == "just"
    # A time trial that is a tenth of the riding asks nothing; at a third it does.
    out = edit(empty, rider, uses=[{"use": "road", "share": 66}, {"use": "time-trial", "share": 34}])
    assert line(out, "flat_back", "mobility")["left_grade"] == "short"
    out = edit(empty, rider, mobility={"hamstrings": {"left": "", "right": ""}})
    assert "hamstrings" not in out["profile"]["mobility"]


@pytest.mark.parametrize("name", MOBILITY)
def test_every_test_is_described_and_its_needs_can_be_met(name: str) -> None:
    test = MOBILITY[name]
    assert len(test.how) > 40
    for need in (*test.needs.values(), test.otherwise):
        assert test.least_deg < need < test.greatest_deg
        assert grade(need, need) == "just"
        assert grade(need - 0.1, need) == "short"
        assert grade(need + 5, need) == "ample"


def test_sides_are_told_apart_beyond_six_degrees() -> None:
    assert sides_say("Hip bend", 110, 116) is None
    assert str(sides_say("Hip bend", 117, 110)) == "Right hip bend 7° short of the left."


# --- uses --------------------------------------------------------------------------------------------

shares = st.lists(st.integers(1, 60), min_size=1, max_size=8).map(
    lambda parts: (*parts[:-1], 100 - sum(parts[:-1])) if sum(parts[:-1]) < 100 else (100,)
)


@given(shares, st.integers(0, 7), st.integers(-120, 120))
def test_a_dragged_edge_moves_two_neighbours_and_nobody_else(before: tuple[int, ...], at: int, by: int) -> None:
    if len(before) < 2:
        before = (60, 40)
    edge = at % (len(before) - 1)
    after = edge_moved(before, edge, by)
    assert sum(after) == 100
    assert min(after) >= 1
    assert [i for i, (a, b) in enumerate(zip(before, after, strict=True)) if a != b] in ([], [edge, edge + 1])


@given(shares, st.integers(0, 7))
def test_shares_stay_whole_when_a_use_comes_or_goes(before: tuple[int, ...], at: int) -> None:
    if max(before) > 1:
        assert sum(with_use(before)) == 100
        assert min(with_use(before)) >= 1
    gone = without_use(before, at % len(before))
    assert sum(gone) == (100 if gone else 0)


def test_uses_move_over_the_wire(empty: TestClient, rider: int) -> None:
    def move(**body: Any) -> Any:
        return empty.post(f"/api/riders/{rider}/uses", json={"base_revision": head(empty, rider), **body})

    assert move(what="edge", at=0, by_percent=5).status_code == 422
    move(what="add", use="gravel")
    move(what="add", use="road")
    out = move(what="edge", at=0, by_percent=-15).json()
    assert [(u["use"], u["share"]) for u in out["profile"]["uses"]] == [("gravel", 60), ("road", 40)]
    assert move(what="add", use="road").json()["field"] == "use"
    assert [u["share"] for u in move(what="remove", at=0).json()["profile"]["uses"]] == [100]
    assert counting([("road", 8), ("city", 92)]) == ("city",)
    answer = empty.patch(
        f"/api/riders/{rider}",
        json={"base_revision": head(empty, rider), "uses": [{"use": "road", "share": 60}]},
    )
    assert (answer.status_code, answer.json()["kept"]) == (422, "60 %")


# --- what hurts, consent, records --------------------------------------------------------------------


def test_what_hurts_brings_the_caution_and_a_mention_does_too(empty: TestClient, rider: int) -> None:
    hurt = {
        "view": "front",
        "x": 0.2,
        "y": 0.55,
        "what": "Little fingers",
        "feeling": "numb",
        "severity": 4,
        "when": "after 3 h",
    }
    out = edit(empty, rider, hurts=[hurt])
    assert "not diagnoses" in out["care"]
    assert edit(empty, rider, hurts=[{**hurt, "severity": 0}])["care"] is None
    assert edit(empty, rider, facts={"history": "Knee operated on in 2019"})["care"]
    assert (
        empty.patch(
            f"/api/riders/{rider}",
            json={"base_revision": head(empty, rider), "hurts": [{**hurt, "severity": 6}]},
        ).status_code
        == 422
    )


def test_facts_change_alone_and_consent_is_dated(empty: TestClient, rider: int) -> None:
    edit(empty, rider, facts={"budget": "part", "grounds": ["gravel", "mud"], "shoe_size": 41.5})
    out = edit(empty, rider, facts={"consent": {"on": "", "note": "Keeps until she asks."}, "budget": None})
    facts = out["profile"]
    assert (facts["budget"], facts["shoe_size"], facts["grounds"]) == (None, 41.5, ["gravel", "mud"])
    assert len(facts["consent"]["on"]) == 10
    assert facts["about"] == "41"


def test_a_records_changes_are_taken_back_and_brought_again(empty: TestClient, rider: int) -> None:
    def step(way: str) -> Any:
        return empty.post(f"/api/riders/{rider}/{way}", json={"base_revision": head(empty, rider)})

    assert step("undo").json()["field"] == "undo"
    edit(empty, rider, measures={"height": "1760"})
    edit(empty, rider, measures={"height": "1670"}, facts={"words": "Home by dark."})
    empty.post(
        f"/api/riders/{rider}/uses",
        json={"base_revision": head(empty, rider), "what": "add", "use": "gravel"},
    )
    out = step("undo").json()
    assert (out["profile"]["uses"], out["redo"]) == ([], "Uses 100")
    assert out["undo"] == "Height 1670; Words"
    out = step("undo").json()
    assert (line(out, "height")["says"], out["profile"]["words"]) == (None, "")
    assert out["profile"]["measures"]["height"]["value"] == 1760
    assert step("redo").json()["profile"]["words"] == "Home by dark."
    # A new change on what is shown leaves what was undone behind.
    assert edit(empty, rider, facts={"keeps": "the bell"})["redo"] is None
    assert step("redo").status_code == 422
    for _ in range(3):
        step("undo")
    # An edit of what somebody else changed meanwhile is told, not kept.
    stale = empty.patch(f"/api/riders/{rider}", json={"base_revision": 1, "name": "Other"})
    assert (stale.status_code, stale.json()["code"], stale.json()["kept"]) == (409, "conflict", "1")
    assert empty.get("/api/riders").json()[0]["profile"]["measures"] == {}


def picture(form: str = "JPEG", size: tuple[int, int] = (40, 20)) -> bytes:
    """A picture with a place written in it, taken with the camera on its side."""
    out = io.BytesIO()
    exif = Image.Exif()
    exif[0x0112] = 6
    exif.get_ifd(0x8825)[1] = "N"
    exif[0x010E] = "Skerravoe harbour"
    Image.new("RGB", size, (90, 140, 120)).save(out, form, exif=exif)
    return out.getvalue()


@pytest.mark.parametrize("form", ["JPEG", "PNG", "WEBP"])
def test_photos_are_kept_upright_and_without_their_place(demo: TestClient, form: str) -> None:
    sent = picture(form)
    assert b"Skerravoe" in sent
    answer = demo.post("/api/fits/1/photos", files={"file": ("a", sent)}, data={"caption": "left side"})
    photo = answer.json()
    assert (photo["width"], photo["height"], photo["media_type"]) == (20, 40, f"image/{form.lower()}")
    kept = demo.get(f"/api/fits/1/photos/{photo['id']}")
    assert kept.headers["content-type"] == photo["media_type"]
    assert b"Skerravoe" not in kept.content
    assert not Image.open(io.BytesIO(kept.content)).getexif()
    assert demo.get(f"/api/fits/2/photos/{photo['id']}").status_code == 404
    assert demo.delete(f"/api/fits/1/photos/{photo['id']}").json() == []


def test_what_is_no_photo_is_refused(demo: TestClient) -> None:
    for sent in (b"", b"GIF89a....", b"<svg/>", picture()[:60]):
        answer = demo.post("/api/fits/1/photos", files={"file": ("a", sent)})
        assert (answer.status_code, answer.json()["field"]) == (422, "file")
    large = demo.post("/api/fits/1/photos", content=b"x", headers={"Content-Length": "17000000"})
    assert large.status_code == 413
    long = demo.post("/api/fits/1/photos", files={"file": ("a", picture(size=(5000, 40)))}).json()
    assert max(long["width"], long["height"]) == 2400


def test_one_riders_records_are_given_out_whole(demo: TestClient) -> None:
    demo.post("/api/fits/1/photos", files={"file": ("a", picture())})
    packed = zipfile.ZipFile(io.BytesIO(demo.get("/api/riders/1/records").content))
    names = packed.namelist()
    assert {
        "README.txt",
        "rider.json",
        "rider-history.json",
        "fit-1.waymark.json",
        "fit-1-history.json",
    } <= set(names)
    assert any(n.startswith("photos/fit-1-") for n in names)
    assert packed.testzip() is None
    assert json.loads(packed.read("rider.json"))["name"] == "Tamsin Orre"
    (begun,) = json.loads(packed.read("fit-1-history.json"))
    assert (begun["number"], begun["title"]) == (1, "File begun")
    assert demo.post("/api/fits/import", json={"text": packed.read("fit-1.waymark.json").decode()}).status_code == 200


def test_records_go_out_in_pieces_that_are_never_the_whole(demo: TestClient, demo_store: Store) -> None:
    rng = np.random.default_rng(3)
    for _ in range(3):
        noise = Image.fromarray(rng.integers(0, 255, (700, 900, 3), np.uint8))
        file = io.BytesIO()
        noise.save(file, "PNG")
        assert demo.post("/api/fits/1/photos", files={"file": ("a", file.getvalue())}).status_code == 200
    desk = Desk(demo_store, registry())
    with demo_store.looking() as session:
        pieces = list(records_of(desk, session, 1))
    whole = b"".join(pieces)
    assert len(pieces) > 3
    assert max(map(len, pieces)) < len(whole) / 2
    assert zipfile.ZipFile(io.BytesIO(whole)).testzip() is None


def test_an_erased_rider_is_gone_from_the_file_itself(demo: TestClient, demo_store: Store) -> None:
    refused = demo.post("/api/riders/1/erase", json={"name": "Tamsin"})
    assert (refused.status_code, refused.json()["field"]) == (422, "name")
    assert demo.post("/api/riders/1/erase", json={"name": "Tamsin Orre"}).json() == {
        "id": 1,
        "scrubbed": True,
        "says": "Erased: nothing of it is left in the house's file.",
    }
    assert demo.get("/api/fits/1/sheet").status_code == 404
    path = Path(str(demo_store.engine.url.database))
    for file in path.parent.glob(f"{path.name}*"):
        assert b"Tamsin Orre" not in file.read_bytes(), file.name
    with sqlite3.connect(path) as other:
        assert other.execute("SELECT count(*) FROM fits").fetchone() == (len(demo_files()) - 1,)


def test_records_are_given_and_erased_by_command(tmp_path: Path, demo_file: Path) -> None:
    for file in demo_file.parent.iterdir():
        (tmp_path / file.name).write_bytes(file.read_bytes())
    data, out = str(tmp_path / demo_file.name), tmp_path / "rider.zip"
    assert waymark("records", "2", str(out), "--data", data).returncode == 0
    assert zipfile.is_zipfile(out)
    wrong = waymark("erase", "2", "--name", "Somebody", "--data", data)
    assert wrong.returncode == 2
    assert json.loads(wrong.stderr)["field"] == "name"
    assert waymark("erase", "2", "--name", "Brona Askwith", "--data", data).returncode == 0
    assert waymark("records", "2", str(out), "--data", data).returncode == 2


def test_a_line_of_the_book_is_found_by_parts_complaints_and_what_was_said(demo: TestClient) -> None:
    lines = {line["id"]: line for line in demo.get("/api/fits").json()}
    tamsin, jory, petroc = lines[1]["words"], lines[6]["words"], lines[11]["words"]
    assert "Little fingers, numb" in tamsin
    assert {"Haldery Fieldway 3", "Plover 143", "clip, small, 53 mm axle", "gravel"} <= set(tamsin)
    assert {"low back on the last climb", "stem"} <= set(jory)
    assert {"numb hands", "Less weight on the hands."} <= set(petroc)
    assert all(word for line in lines.values() for word in line["words"])
    # A line is edited on the change that it shows.
    due = {"do": "ride.due", "on": "2026-12-02", "kind": "appointment"}
    for line in (lines[1], lines[2]):
        sent = demo.post(f"/api/fits/{line['id']}/changes", json={"base_revision": line["revision"], "commands": [due]})
        assert sent.status_code == 200
