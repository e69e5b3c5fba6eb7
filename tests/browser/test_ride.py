"""Ride in the browser: a ride put down, a change tried and put back, a trial judged, and what is due in the day book."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import Room, choose
from tests.browser.test_sheet import at


def test_a_ride_leads_to_one_change_and_back(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Halvard Stroud", "ride"))
    expect(page.get_by_role("heading", name="Nothing asks for one")).to_be_visible()
    page.get_by_label("Worse").fill("neck on the way home")
    page.get_by_role("button", name="Put the ride down").click()
    expect(page.get_by_text("worse: neck on the way home")).to_be_visible()
    expect(page.get_by_label("Worse")).to_have_value("")
    knees = page.get_by_label("Knees, Climb")
    knees.fill("7")
    knees.press("Tab")
    next_change = page.locator(".next h1")
    expect(next_change).not_to_have_text("Nothing asks for one")
    change = next_change.inner_text()
    page.get_by_role("button", name="Try it").click()
    expect(page.get_by_text("has not been ridden yet: one change, then a ride.")).to_be_visible()
    expect(page.get_by_role("button", name="Try it")).to_have_count(0)
    line = page.locator(".log li").filter(has_text=change)
    line.get_by_role("button", name="Put it back").click()
    expect(line).to_contain_text("felt worse, put back: kept here as a result")
    # Kept, and what was tried is not offered again.
    page.reload()
    expect(page.locator(".log li").filter(has_text=change)).to_be_visible()
    expect(page.locator(".next h1")).not_to_have_text(change)


def test_the_last_run_of_a_trial_settles_it_and_a_part_is_due(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Jory Penhale", "ride"))
    steering = page.locator(".outcome").filter(has_text="Steering")
    expect(steering).to_contain_text("no difference shown")
    expect(page.get_by_text("so far; 95 % interval")).to_be_visible()
    for what, value in (("Steering", "8"), ("Hands", "3")):
        box = page.get_by_label(f"{what}, run 8")
        box.fill(value)
        box.press("Tab")
    # Four pairs: 8 − 6, 7 − 6, 7 − 5, 8 − 6.
    expect(steering.locator(".mean-figure")).to_have_text("+1.8")
    # One run was not measured: it is over when that is said.
    expect(page.get_by_text("so far; 95 % interval")).to_be_visible()
    page.get_by_role("button", name="Stop the trial").click()
    expect(page.get_by_role("button", name="Go on with the trial")).to_be_visible()
    expect(page.get_by_text("so far; 95 % interval")).to_have_count(0)
    expect(steering).to_contain_text("stem 70 greater")
    page.get_by_role("button", name="after two rides").click()
    expect(page.locator(".due li")).to_have_count(3)
    page.locator(".due li").filter(has_text="stem 70, ordered").locator(".el-checkbox").click()
    expect(page.locator(".due li.done")).to_have_count(1)
    page.goto(demo_room.url)
    due = page.get_by_role("region", name="Due")
    expect(due.get_by_role("listitem")).to_have_count(2)
    expect(due).not_to_contain_text("stem 70, ordered")
    due.get_by_role("link", name="is the low back quiet on long climbs?").click()
    expect(page.get_by_role("heading", name="Due")).to_be_visible()


def test_an_appointment_is_put_in_by_the_week_and_found_by_what_hurts(demo_room: Room, page: Page) -> None:
    page.goto(demo_room.url)
    page.get_by_text("Week", exact=True).click()
    page.get_by_label("The week after").click()
    day = page.get_by_label(re.compile("^Put something in on Wed")).first
    day.click()
    choose(page, "Whose bike", "Tamsin Orre, Gravel day of the Ring")
    page.get_by_label("What is asked or awaited").fill("second look at her hands")
    page.get_by_role("button", name="Put it in").click()
    expect(page.locator(".week a.appointment")).to_have_text(re.compile("Tamsin Orre"))
    expect(page.get_by_role("heading", name="Due 3")).to_be_visible()
    page.get_by_text("List", exact=True).click()
    expect(page.get_by_text("second look at her hands")).to_be_visible()
    calendar = page.request.get(f"{demo_room.url}/api/calendar/due.ics").text()
    assert "second look at her hands" in calendar.replace("\r\n ", "")
    # By a part and by what hurts, neither of which the line shows: the one that answers stands in its place.
    find = page.get_by_role("searchbox", name="Find a rider")
    find.fill("plover fingers")
    expect(page.locator(".all .row")).to_have_count(1)
    expect(page.locator(".all .row .by")).to_have_text("Little fingers, numb")
