"""Trainers in the browser: riders dialled in on machines, a card for those that are ticked, and a machine mended."""

from __future__ import annotations

import json
import re
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.conftest import Room
from waymark.demo import demo_machines


def figures(page: Page) -> list[str]:
    """What is to be dialled in, as it stands there."""
    return page.locator(".blocks > li > .figure").all_inner_texts()


def test_a_rider_is_dialled_in_and_what_differs_is_bold(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/trainers")
    page.get_by_role("radiogroup", name="Machine").get_by_text("Gantry Mill").click()
    page.get_by_role("button", name="Tamsin Orre").click()
    expect(page.get_by_role("heading", name="Everything within 2")).to_be_visible()
    expect(page.get_by_role("img", name="Tamsin Orre on Gantry Mill")).to_be_visible()
    assert figures(page) == ["410", "65", "315", "260"]
    row = page.locator("tbody tr").filter(has_text="Odile Marrack")
    own = [cell.inner_text() for cell in row.locator("td.figure").all()]
    bold = [cell.inner_text() for cell in row.locator("td.turn").all()]
    shown = [*figures(page), "170"]
    assert bold == [mine for mine, other in zip(own, shown, strict=True) if mine != other]
    for name in ("Tamsin Orre", "Odile Marrack"):
        page.locator("tbody tr").filter(has_text=name).locator(".el-checkbox").click()
    link = page.get_by_role("link", name="Print 2 cards").get_attribute("href") or ""
    assert page.request.get(demo_room.url + link).headers["content-type"] == "application/pdf"
    # Kept in the address: the same is there after a reload.
    page.reload()
    expect(page.get_by_role("img", name="Tamsin Orre on Gantry Mill")).to_be_visible()


def test_a_machine_is_mended_by_two_taped_settings(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/trainers")
    page.get_by_role("radiogroup", name="Machine").get_by_text("Burnisher Pro").click()
    page.get_by_role("button", name="Tamsin Orre").click()
    expect(page.get_by_role("img", name="Tamsin Orre on Burnisher Pro")).to_be_visible()
    before = int(figures(page)[0])
    page.get_by_role("button", name="Mend it by tape").click()
    for n, (up, back, x, y) in enumerate(((600, 150, -150, 605), (750, 150, -150, 755)), start=1):
        for name, value in (("Saddle height", up), ("Saddle setback", back)):
            page.get_by_label(f"{name}, reading {n}").fill(str(value))
        page.get_by_label(f"fore, reading {n}").fill(str(x))
        page.get_by_label(f"up, reading {n}").fill(str(y))
    page.get_by_label("up, reading 2").press("Tab")
    page.get_by_role("button", name="Look").click()
    expect(page.get_by_text("Origin +0.0 fore, +5.0 up")).to_be_visible()
    page.get_by_role("button", name="Keep it so").click()
    expect(page.locator(".blocks > li > .figure").first).to_have_text(str(before - 5))


def test_a_machine_file_is_taken_in_and_one_that_is_none_is_refused(
    demo_room: Room, page: Page, tmp_path: Path
) -> None:
    one = json.loads(demo_machines())["machines"][0]
    one["name"] = "Winnow Two"
    good, bad = tmp_path / "good.json", tmp_path / "bad.json"
    good.write_text(json.dumps({"machines": [one]}), encoding="utf-8")
    bad.write_text('{"machines": [{"name": "x"}]}', encoding="utf-8")
    page.goto(f"{demo_room.url}/trainers")
    page.locator('input[type="file"]').set_input_files(bad)
    expect(page.get_by_role("alert")).to_contain_text("machines.0.machine")
    page.locator('input[type="file"]').set_input_files(good)
    page.get_by_role("radiogroup", name="Machine").get_by_text("Winnow Two").click()
    expect(page.get_by_role("img", name="on Winnow Two")).to_be_visible()


def test_an_own_bike_is_levelled_by_what_is_taped(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/trainers")
    page.get_by_role("radiogroup", name="Machine").get_by_text("Own bike").click()
    page.get_by_role("button", name="Tamsin Orre").click()
    expect(page.get_by_role("img", name="Tamsin Orre, own bike")).to_be_visible()
    expect(page.get_by_role("heading", name="Tape the rear axle in the trainer")).to_be_visible()
    page.get_by_label("Rear axle over the floor").fill("high")
    page.get_by_label("Rear axle over the floor").press("Tab")
    expect(page.get_by_text("“high” is no number of millimetres.")).to_be_visible()
    page.get_by_text("It holds the axle").click()
    for label, value in (("Rear axle over the floor", "365"), ("Front axle over the floor", "352")):
        page.get_by_label(label).fill(value)
        page.get_by_label(label).press("Tab")
    expect(page.get_by_role("heading", name="13 mm more under the front wheel")).to_be_visible()
    expect(page.get_by_text("Front wheel on a block of 19 mm that cannot roll off.")).to_be_visible()
    page.get_by_role("radiogroup", name="Machine").get_by_text("Quern Club").click()
    expect(page.get_by_role("img", name="Tamsin Orre on Quern Club")).to_be_visible()


def test_a_linked_trainer_is_read_on_the_trainers_page(fast_room: Room, page: Page) -> None:
    page.goto(f"{fast_room.url}/trainers?machine=2&fit=1")
    page.get_by_role("button", name="Simulated trainer").click()
    expect(page.get_by_role("img", name=re.compile(r"^Power: \d+ W, Cadence: \d+ "))).to_be_visible()
    page.get_by_role("button", name="Leave it").click()
    expect(page.get_by_text("No trainer is linked.")).to_be_visible()


def test_a_machine_is_typed_by_hand_and_dialled_in(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/trainers")
    page.get_by_role("link", name="A machine by hand").click()
    expect(page.get_by_role("img", name="The machine as typed")).to_be_visible()
    expect(page.get_by_role("button", name="Keep the machine")).to_be_disabled()
    page.get_by_label("Name", exact=True).fill("Hob Two")
    stops = page.get_by_label("Slider 1, stops")
    stops.fill("0 to many")
    expect(page.get_by_role("alert")).to_contain_text("This stop cannot be read.")
    expect(page.get_by_role("button", name="Keep the machine")).to_be_disabled()
    stops.fill("1..=0 to 400 by 5")
    expect(page.get_by_text("81 stops")).to_be_visible()
    expect(page.get_by_role("alert")).to_have_count(0)
    page.get_by_role("button", name="Keep the machine").click()
    # It is on the shelf, and the first rider is dialled in on it, by its holes.
    expect(page.get_by_text("Hob Two", exact=True)).to_be_visible()
    expect(page.locator(".block, .blocks li, section").filter(has_text="Saddle height").first).to_be_visible()
    page.get_by_role("link", name="This one’s numbers").click()
    expect(page.get_by_label("Slider 1, stops")).to_have_value("1..=0 to 400 by 5")


def test_what_is_ridden_on_a_machine_is_carried_back_to_a_bike(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/trainers")
    page.get_by_role("radiogroup", name="Machine").get_by_text("Burnisher Pro").click()
    page.get_by_role("button", name="Tamsin Orre").click()
    expect(page.get_by_role("img", name="Tamsin Orre on Burnisher Pro")).to_be_visible()
    # Every slider of this machine is one coordinate, in whole millimetres.
    height, setback, rise, reach = (int(x) for x in figures(page))
    page.get_by_role("button", name="Read it off").click()
    box = page.get_by_label("Bar height, as ridden")
    box.fill(str(rise + 7))
    box.press("Tab")
    expect(page.get_by_role("status").filter(has_text="Saddle")).to_have_text(
        re.compile(rf"Saddle\s*−{setback} {height}\s*Hand\s*{reach} {rise + 7}")
    )
    page.get_by_role("button", name="Carry it to a bike").click()
    page.wait_for_url("**/goal")
    marks = page.locator('[data-cell="hand-now"]')
    expect(marks).to_contain_text(str(rise + 7))
    expect(page.locator('[data-cell="saddle-now"]')).to_contain_text(str(height))
    page.goto(demo_room.url)
    expect(page.get_by_text("As ridden on Burnisher Pro")).to_be_visible()
