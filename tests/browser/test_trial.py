"""A trial in the browser: planned, ridden blind against the simulated trainer, and judged."""

from __future__ import annotations

import re

from playwright.sync_api import BrowserContext, Page, expect

from tests.browser.conftest import Room
from tests.browser.test_sheet import at


def test_a_blinded_trial_is_ridden_on_the_simulated_trainer(
    fast_room: Room, page: Page, window: BrowserContext
) -> None:
    page.goto(at(fast_room, "Halvard Stroud", "ride"))
    page.get_by_text("Trial", exact=True).click()
    page.get_by_role("button", name="Two stems").click()
    # Two things at once are told of, and one is ridden.
    page.get_by_label("What differs").fill("stem and saddle")
    expect(page.get_by_text("More than one thing differs")).to_be_visible()
    page.get_by_label("What differs").fill("stem")
    expect(page.get_by_text("More than one thing differs")).to_have_count(0)
    for label, value in (("Blocks", "1"), ("Minutes a run", "1"), ("Rest, minutes", "0.5"), ("Effort asked, W", "200")):
        page.get_by_label(label).fill(value)
    page.get_by_label("Rated in each run, 0 to 10").fill("Hands")
    page.get_by_text("Cadence", exact=True).click()
    page.get_by_role("button", name="Draw the order").click()
    expect(page.locator(".runs li b")).to_have_text(["?"] * 4)

    page.get_by_role("button", name="Simulated trainer").click()
    expect(page.get_by_text("Simulated strap")).to_be_visible()
    with window.expect_page() as opened:
        page.get_by_role("link", name="The rider's clock").click()
    rider = opened.value
    expect(rider.get_by_role("status")).to_have_text("Ready")
    for run in range(1, 5):
        expect(page.get_by_text(f"The helper fits the set-up of run {run}.")).to_be_visible()
        page.get_by_role("button", name=f"Begin run {run}").click()
        expect(rider.get_by_role("status")).to_have_text("Ride")
        expect(rider.get_by_text(f"run {run} of 4")).to_be_visible()
        expect(rider.get_by_text("W, asked 200")).to_be_visible()
        for name in ("stem", "A ", "B "):
            assert name not in rider.locator("main").inner_text()
        box = page.get_by_label(f"Hands, run {run}")
        box.fill(str(2 + run))
        box.press("Tab")
        # The run's means come by themselves once it is over.
        for row in ("Cadence", "Heart rate"):
            cell = page.locator(".found tr").filter(has_text=row).locator("td").nth(run - 1)
            expect(cell).to_have_text(re.compile(r"^\d+\.\d$"))
    expect(rider.get_by_role("status")).to_have_text("All ridden")
    # Ridden to the end everybody may see: there and back, what grows by one a run favours neither.
    hands = page.locator(".outcome").filter(has_text="Hands")
    expect(hands.locator(".mean-figure")).to_have_text("0.0")
    expect(page.locator(".outcome").filter(has_text="Heart rate")).to_contain_text("no difference shown")
    heart = [float(x) for x in page.locator(".found tr").filter(has_text="Heart rate").locator("td").all_inner_texts()]
    # The rider's heart settles at 62 and 0.45 a watt; after half a minute it is on its way there from an easy ride.
    assert all(125 < h < 154 for h in heart)
    page.reload()
    page.get_by_text("Trial", exact=True).click()
    expect(page.locator(".runs li.done")).to_have_count(4)
    again = page.locator(".found tr").filter(has_text="Heart rate").locator("td").all_inner_texts()
    assert [float(x) for x in again] == heart
