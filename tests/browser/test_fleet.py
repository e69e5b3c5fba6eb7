"""A rider's bikes in the browser: drift seen, a change taken over, a position copied."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.browser.conftest import Room


def test_a_change_is_taken_over_to_the_other_bike_and_a_third_one_begun(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/fits/11/setup")
    page.get_by_role("link", name="The other bikes").click()
    expect(page.get_by_role("heading", name="Petroc Hale’s bikes")).to_be_visible()
    expect(page.get_by_text("Drifted: the saddle fore and aft, the saddle up and down")).to_be_visible()
    expect(page.get_by_text("The hands 4 back and 10 up.")).to_be_visible()
    page.get_by_role("button", name="Take it over to B").click()
    expect(page.get_by_text("It stands in the goal of The winter bike now.")).to_be_visible()
    page.get_by_label("What it is called").fill("The borrowed one")
    page.get_by_role("button", name="Copy the position").click()
    page.wait_for_url("**/goal")
    page.goto(f"{demo_room.url}/fits/12/goal")
    expect(page.get_by_text("From The summer bike")).to_be_visible()
    # Seen from the winter bike the letters stay, and what is looked at is drawn.
    page.goto(f"{demo_room.url}/riders/11/bikes?base=12")
    expect(page.get_by_role("heading", name="A The summer bike")).to_be_visible()
    expect(page.get_by_role("heading", name="C The borrowed one")).to_be_visible()
