"""Build in the browser: a bar turned and changed, a saddle and pedals chosen, and the card with what was chosen."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import Room, choose
from tests.browser.test_sheet import at, cell


def test_a_bar_is_turned_by_keys_and_another_put_on(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Halvard Stroud", "build"))
    page.get_by_role("tab", name="Bar").click()
    ramp = page.get_by_role("slider", name="Ramp")
    expect(ramp).to_be_visible()
    before, value = cell(page, "hand", "plan"), float(ramp.get_attribute("aria-valuenow") or 0)
    # Looked at, a stop tells what it would leave and moves nothing.
    stop = page.locator(f'[data-stop="turn {value + 2:g}"]')
    stop.hover()
    told = (stop.locator("title").text_content() or "").strip()
    assert cell(page, "hand", "plan") == before
    ramp.focus()
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowRight")
    expect(ramp).to_have_attribute("aria-valuenow", f"{value + 2:g}")
    # Two degrees: the hood rises by its way ahead of the clamp, and what is left is what the stop told.
    risen = int(cell(page, "hand", "plan").split()[1]) - int(before.split()[1])
    assert risen in (2, 3)
    left = [
        int(x) - int(y)
        for x, y in zip(cell(page, "hand", "plan").split(), cell(page, "hand", "goal").split(), strict=True)
    ]
    x, y = (f"+{n}" if n > 0 else str(n).replace("-", "−") for n in left)
    assert f"hand {x} {y}, " in told
    page.locator('[data-stop="width 420"]').click()
    expect(page.get_by_text("Hands 25 mm wider than the shoulders: each arm runs 1° out.")).to_be_visible()
    expect(page.locator("dl")).to_contain_text("Bar, new")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("The arms run straight ahead.")).to_be_visible()


def test_saddle_and_pedals_are_chosen_and_stand_on_the_card(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Tamsin Orre", "build"))
    page.get_by_role("tab", name="Seat").click()
    page.get_by_role("button", name="Knot Steel", exact=True).click()
    expect(page.get_by_role("button", name="Knot Steel", exact=True)).to_have_attribute("aria-pressed", "true")
    page.get_by_role("tab", name="Feet").click()
    for what, name in (("Pedal", "Dulse"), ("Cleat", "Wrack eight"), ("Shoe", "Sedge")):
        choose(page, what, name)
    expect(page.get_by_text("These soles stand 3 mm higher over the axle: the saddle goes up 3 mm.")).to_be_visible()
    page.get_by_role("button", name="Take the soles into the goal").click()
    expect(page.get_by_text("These soles stand 3 mm higher")).to_have_count(0)
    assert cell(page, "foot", "goal") == cell(page, "foot", "plan") == "170 28"
    page.get_by_role("tab", name="Wheels").click()
    choose(page, "Tyres", "Tussock 45")
    expect(page.get_by_role("row", name="BB above ground")).to_contain_text("by the tyres against the chart’s")
    page.get_by_role("tab", name="Parts").click()
    expect(page.locator(".name", has_text="Tussock 45")).to_have_text("2 × Tussock 45")
    # After a reload everything stands, and so it is carded.
    page.reload()
    page.get_by_role("tab", name="Feet").click()
    expect(page.get_by_text("clipped, float 4°, 40 long, axle to platform 15")).to_be_visible()
    page.goto(at(demo_room, "Tamsin Orre", "setup"))
    for line in (
        "Saddle: Knot Steel",
        "Pedals: Dulse",
        "Cleats: Wrack eight",
        "Shoes: Sedge",
        "Tyres: Tussock 45, 45 wide",
    ):
        expect(page.get_by_text(line, exact=True).first).to_be_visible()


def test_a_hand_is_nudged_by_one_of_its_ways_and_back(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Halvard Stroud", "build"))
    page.get_by_role("tab", name="Ways").click()
    before = cell(page, "hand", "plan")
    page.get_by_text("Nudge", exact=True).click()
    pad = page.get_by_role("group", name="Nudge by the arrow keys")
    pad.focus()
    page.keyboard.press("Shift+ArrowUp")
    expect(page.get_by_role("heading", name="Hand 5 up: 5 ways")).to_be_visible()
    spacers = page.locator('[data-way="spacers"]')
    expect(spacers).to_contain_text("Put 5 more under the stem, 22.5 in all.")
    assert cell(page, "hand", "plan") == before
    spacers.click()
    expect(page.get_by_text("Say how far: every way to get there is then listed")).to_be_visible()
    x, y = (int(a) - int(b) for a, b in zip(cell(page, "hand", "plan").split(), before.split(), strict=True))
    # Five of spacer at 72.5° are 4.8 up and 1.5 back.
    assert (x, y) in ((-1, 5), (-2, 5), (-1, 4), (-2, 4))
    # It stands after a reload, and one press takes it back.
    moved = cell(page, "hand", "plan")
    page.reload()
    expect(page.get_by_role("tab", name="Stem")).to_be_visible()
    assert cell(page, "hand", "plan") == moved
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Bring back")).to_be_enabled()
    assert cell(page, "hand", "plan") == before


def test_gears_and_controls_are_typed_and_stand_on_list_and_card(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Jory Penhale", "build"))
    page.get_by_role("tab", name="Handling").click()
    # What is on is the middle of the table: nothing felt of it, and the arm that the rows above have.
    arm = page.get_by_role("row", name="Steering arm").locator(".plan").inner_text()
    expect(page.locator(".pairs:not(.raised) .on")).to_have_text(re.compile(rf"^0\s*{arm}$"))
    expect(page.locator(".raised .on")).to_have_text(re.compile(r"^0\s*pile 0$"))
    page.get_by_label("Rings, Plan").fill("32")
    page.get_by_label("Cogs, Plan").fill("10 5l")
    page.keyboard.press("Tab")
    expect(page.get_by_role("alert")).to_contain_text("These are no teeth of rings or cogs.")
    expect(page.get_by_label("Cogs, Plan")).to_have_value("10 5l")
    page.get_by_label("Cogs, Plan").fill("10 51")
    page.keyboard.press("Tab")
    expect(page.get_by_role("row", name="Range")).to_contain_text("510 %")
    page.get_by_role("tab", name="Bar").click()
    page.get_by_text("levers, remotes, grips").click()
    page.get_by_label("Blade, left", exact=True).fill("62")
    page.keyboard.press("Tab")
    expect(page.get_by_label("Blade, right", exact=True)).to_have_value("62")
    page.get_by_label("Both sides alike").uncheck()
    page.get_by_label("Blade, right", exact=True).fill("55")
    page.keyboard.press("Tab")
    expect(page.get_by_text("Left and right differ in Blade: on purpose?")).to_be_visible()
    page.get_by_label("Why left and right differ").fill("an old wrist")
    page.keyboard.press("Tab")
    expect(page.get_by_text("Left and right differ on purpose: an old wrist.")).to_be_visible()
    # The list to take to the shop and the card name the same stem and post.
    page.get_by_role("tab", name="Parts").click()
    bought = page.get_by_role("region", name="To buy").get_by_role("listitem").all_inner_texts()
    stem = next(t.splitlines()[-1] for t in bought if t.startswith("Stem"))
    page.goto(at(demo_room, "Jory Penhale", "setup"))
    expect(page.get_by_text(f"Stem: {stem}", exact=True)).to_be_visible()
    expect(page.get_by_text("Left and right differ on purpose: an old wrist.")).to_be_visible()
    expect(page.get_by_text("grip to blade at rest, where the finger pulls")).to_be_visible()
