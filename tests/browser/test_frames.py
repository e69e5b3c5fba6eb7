"""From a pasted chart to a build, and the shelves by hand, in the browser."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import Room, choose, picker
from waymark.core.frame import derive

CHART = """Geometry\tS\tM\tL
Stack (cm)\t{s}\t{m}\t{l}
Reach\t384\t392\t401
Head tube angle\t70,5°\t71°\t71,5°
Seat tube angle\t74\t73.5\t73
Horizontal top tube\t{ts}\t{tm}\t{tl}
Seat tube length\t470\t500\t530
Bar width\t400\t420\t440
"""


def a_chart(wrong_by: float = 0.0) -> str:
    """A chart that agrees with itself, but for the middle top tube."""
    sizes = {"s": (545, 384, 74), "m": (566, 392, 73.5), "l": (588, 401, 73)}
    tubes = {
        k: derive({"stack_mm": a, "reach_mm": b, "seat_angle_deg": c}).values["ett_mm"]
        for k, (a, b, c) in sizes.items()
    }
    cells = {k: f"{v[0] / 10:.1f}".replace(".", ",") for k, v in sizes.items()}
    cells |= {f"t{k}": f"{v + (wrong_by if k == 'm' else 0):.0f}" for k, v in tubes.items()}
    return CHART.format(**cells)


def test_from_a_pasted_chart_to_a_build(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/frames")
    page.get_by_role("link", name="Paste a chart").click()
    page.get_by_label("The chart as it stands on the page").fill(a_chart(wrong_by=11))
    page.get_by_label("Frame", exact=True).fill("Tillow Fen")
    choose(page, "Use", "gravel")
    # What each row was taken for is seen first; the audit names the misprint with the number that would mend it.
    expect(picker(page, "Stack (cm) is taken for")).to_have_text("Stack")
    expect(picker(page, "Bar width is taken for")).to_have_text("left out")
    expect(picker(page, "unit of Stack (cm)")).to_have_text("cm")
    expect(page.locator(".audit li")).to_contain_text(re.compile(r"M likely effective top tube"))
    page.get_by_label("The chart as it stands on the page").fill(a_chart())
    page.get_by_label("The chart as it stands on the page").blur()
    expect(page.get_by_text("What can be checked agrees")).to_be_visible()
    page.get_by_role("button", name="Keep 3 sizes").click()
    expect(page.get_by_role("status")).to_contain_text("3 sizes added, 0 replaced.")

    # The rider's file now looks at them; hold one beside, then choose the other and build it.
    page.goto(f"{demo_room.url}/fits/1/frame")
    page.get_by_role("tab", name="All").click()
    offers = page.locator('[data-offer^="Tillow Fen"]')
    expect(offers).to_have_count(3)
    first = page.locator('[data-offer="Tillow Fen M"]')
    miss = first.locator(".miss").inner_text()
    first.locator(".pick").click()
    expect(page.locator(".named .chosen")).to_have_text("Tillow Fen M")
    page.locator('[data-offer="Tillow Fen L"]').get_by_role("button", name="hold beside").click()
    page.get_by_role("tab", name="A or B").click()
    between = page.locator(".between")
    expect(between.get_by_role("heading", name="more headroom")).to_be_visible()
    expect(between.get_by_role("heading", name="the smaller takes A")).to_be_visible()
    expect(between.get_by_role("heading", name="the larger takes B")).to_be_visible()
    expect(between.get_by_role("row", name="Likely reached")).to_contain_text("%")
    page.locator("body").press("Alt+5")
    expect(page.get_by_role("row", name="Hand")).to_contain_text(miss.replace(" ", " "))
    ladder = page.get_by_label("Cheapest way there")
    expect(ladder.locator("[aria-pressed=true]")).to_have_count(1)
    other = ladder.locator("[aria-pressed=false]").first
    name = other.get_attribute("data-front") or ""
    theirs = other.locator(".figure").first.inner_text()
    other.click()
    expect(page.get_by_role("row", name="Hand")).to_contain_text(theirs.replace("\u00a0", " "))
    page.get_by_role("tab", name="Bar").click()
    expect(page.locator(".tabs dl")).to_contain_text(name.split(" 1")[0].split("/")[0][:8])
    page.locator("body").press("Control+z")
    expect(page.get_by_role("row", name="Hand")).to_contain_text(miss.replace(" ", " "))
    page.reload()
    expect(page.get_by_role("row", name="Hand")).to_contain_text(miss.replace(" ", " "))


def test_the_recommended_build_is_taken_with_one_press(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/fits/3/frame")
    card = page.get_by_label("Recommended")
    name, miss = card.locator(".name").inner_text(), card.locator(".head .figure").inner_text()
    card.get_by_text(re.compile("points against it$")).click()
    points = [float(x) for x in card.locator("li .figure").all_inner_texts()]
    assert f"{sum(points):.1f} points against it" == card.locator("summary").inner_text()
    expect(card.get_by_role("button", name="Take it")).to_be_enabled()
    card.get_by_role("button", name="Take it").click()
    expect(card.get_by_role("button", name="Taken")).to_be_disabled()
    expect(page.locator(".named .chosen")).to_have_text(name)
    expect(page.get_by_role("row", name="Hand")).to_contain_text(miss.replace("\u00a0", " "))
    # No more than five stand beside it, and no frame twice.
    others = page.locator(".lines li .name").all_inner_texts()
    assert 1 <= len(others) <= 5
    page.reload()
    expect(page.get_by_label("Recommended").get_by_role("button", name="Taken")).to_be_disabled()
    page.get_by_role("link", name=re.compile("^Build")).click()
    expect(page.get_by_label("Cheapest way there").locator(".chosen")).to_contain_text("recommended")


def test_the_map_by_keyboard(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/fits/1/frame")
    page.get_by_role("tab", name="Map").click()
    map_ = page.get_by_role("group", name="Window map")
    map_.get_by_role("button", name=re.compile("Ostrel Drift M")).focus()
    page.keyboard.press("ArrowUp")
    lit = page.locator(".lit b").inner_text()
    assert lit != "Ostrel Drift M"
    page.keyboard.press("h")
    expect(page.get_by_role("tab", name="A or B")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.locator(".named .chosen")).to_have_text(lit)


def test_a_size_and_a_part_by_hand(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/frames")
    page.get_by_role("button", name="48", exact=True).first.click()
    form = page.locator(".size-form")
    stack = form.get_by_label("Stack", exact=False).first
    right = stack.input_value()
    stack.fill(str(float(right) + 12))
    stack.blur()
    expect(form.locator(".cell.odd").first).to_contain_text(re.compile("the rest (agrees on|gives)"))
    stack.fill("tall")
    stack.blur()
    expect(form.get_by_role("alert")).to_contain_text("number")
    stack.fill(right)
    form.get_by_role("button", name="Keep").click()
    expect(form).to_have_count(0)
    for box in page.get_by_role("checkbox").all()[:2]:
        box.check()
    page.get_by_role("link", name="Compare 2 sizes").click()
    expect(page.get_by_role("row", name="Reach at equal bar height")).to_be_visible()
    choose(page, "Compare against", "Tamsin Orre’s present bike")
    expect(page.locator("thead")).to_contain_text("the present bike")

    page.goto(f"{demo_room.url}/parts")
    page.get_by_label("Kind of part").get_by_text("Saddles").click()
    page.get_by_role("button", name="Plover 143").click()
    page.get_by_role("button", name="owned already").click()
    expect(page.get_by_role("row", name=re.compile("Plover 143"))).to_contain_text("owned")
    page.get_by_label("Rail to top").fill("900")
    page.get_by_role("button", name="Keep").click()
    expect(page.get_by_role("alert")).to_contain_text("110")


def test_a_claim_with_ones_own_numbers(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/claims")
    page.get_by_role("button", name="Ten of spacers").click()
    expect(page.get_by_label("Tried")).to_contain_text("Ten millimetres of spacer is ten millimetres of height.")
    page.get_by_label("Head angle", exact=False).first.fill("73")
    page.get_by_label("Head angle", exact=False).first.blur()
    expect(page.get_by_label("Tried")).to_contain_text("2.9 mm back and 9.6 mm up")
    page.get_by_label("Spacers put in", exact=False).first.fill("900")
    page.get_by_label("Spacers put in", exact=False).first.blur()
    expect(page.get_by_role("alert")).to_contain_text("Allowed: −60 to 60 mm")
    expect(page.get_by_label("Tried")).to_contain_text("2.9 mm back")


def test_pads_are_carried_under_the_rules_of_the_event(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/fits/9/frame")
    ledger = page.get_by_label("Ledger")
    expect(ledger.get_by_role("row", name=re.compile("^Pads"))).to_be_visible()
    # The size held beside lies hollow in the loupe.
    expect(page.locator(".loupe .hollow, figure .hollow").first).to_be_visible()
    page.get_by_role("button", name="Choose what is looked at").click()
    nose = page.get_by_label("Nose behind the BB, least").last
    nose.fill("5 cm")
    nose.press("Enter")
    expect(page.get_by_text(re.compile("39 short"))).to_be_visible()
    expect(nose).to_have_value("50")
    nose.fill("9 m")
    nose.press("Enter")
    expect(page.get_by_text(re.compile("200"), exact=False).last).to_be_visible()
    expect(nose).to_have_value("9 m")
    page.get_by_role("button", name="Done").click()
    other = page.locator(".lines li:not(.chosen) .pick").first
    other.click()
    expect(page.locator(".lines li.chosen")).to_have_count(1)
    page.get_by_role("link", name=re.compile("^Build")).click()
    expect(page.get_by_label("Cheapest way there").locator(".chosen")).to_have_count(1)


def test_what_was_taken_off_a_shelf_is_put_back(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/parts")
    page.get_by_label("Kind of part").get_by_text("Saddles").click()
    page.get_by_role("button", name="Plover 143").click()
    page.get_by_role("button", name="Take off").click()
    expect(page.get_by_role("row", name=re.compile("Plover 143"))).to_have_count(0)
    page.get_by_role("button", name="Put back").click()
    expect(page.get_by_role("row", name=re.compile("Plover 143"))).to_be_visible()
