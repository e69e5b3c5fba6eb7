"""A position carried without a tape: four numbers, or a bike known by its parts, to ranked frames."""

from __future__ import annotations

import io
import re

from playwright.sync_api import Page, expect
from pypdf import PdfReader

from tests.browser.conftest import Room
from tests.browser.test_walk import cell, choose


def begin(page: Page, room: Room, name: str) -> None:
    """The form, for a rider of this name."""
    page.goto(room.url)
    page.get_by_role("button", name="Carry a position").click()
    page.get_by_label("Of whom").fill(name)


def saddle(page: Page) -> None:
    """Where the saddle is."""
    page.get_by_label("Saddle, high", exact=True).fill("72.7 cm")
    page.get_by_label("Saddle, back", exact=True).fill("197")


def test_four_numbers_lead_to_ranked_frames(demo_room: Room, page: Page) -> None:
    begin(page, demo_room, "Ansel Merrow")
    saddle(page)
    page.get_by_label("Hand, reach", exact=True).fill("569")
    page.get_by_label("Hand, high", exact=True).fill("6530")
    page.get_by_label("Where from, and when").fill("fit in Port Ellery, March 2024")
    page.get_by_role("button", name="To the frames").click()
    # A hand six metres up is refused with what is allowed, and nothing typed is lost.
    expect(page.get_by_role("alert")).to_contain_text("Allowed: 200 to 1200 mm")
    expect(page.get_by_label("Hand, reach", exact=True)).to_have_value("569")
    page.get_by_label("Hand, high", exact=True).fill("653")
    page.get_by_role("button", name="To the frames").click()
    page.wait_for_url(re.compile(r"/fits/\d+/frame$"))
    expect(page.get_by_label("Recommended").get_by_role("button", name="Take it")).to_be_visible()
    expect(page.locator(".position")).to_have_text(
        "The position: saddle ±3, 2; hand ±3, 3 fore and up; nothing checks it; from fit in Port Ellery, March 2024. "
        "Read first, were it here: Saddle mark to hood, right. "
        "A slip at the hand fore and aft would pass unseen; this checks it (±4.7 → ±3.4)."
    )
    assert cell(page, "saddle", "now") == "−197 700"
    assert cell(page, "hand", "now") == "569 653"
    page.reload()
    expect(page.get_by_label("Recommended")).to_be_visible()


def test_a_known_bike_is_a_position_too(demo_room: Room, page: Page) -> None:
    begin(page, demo_room, "Isla Corran")
    page.get_by_text("a known bike").click()
    choose(page, "Frame and size", "Haldery Fieldway 3")
    choose(page, "Bar", "Petrel 40")
    page.get_by_label("Stem, printed").fill("120")
    page.get_by_label("Stem angle, as it stands").fill("-6")
    expect(page.get_by_role("button", name="To the frames")).to_be_disabled()
    page.get_by_label("Spacers under it").fill("10")
    saddle(page)
    page.get_by_role("button", name="To the frames").click()
    page.wait_for_url(re.compile(r"/fits/\d+/frame$"))
    # The bike it came from is the first machine, and asks for nothing.
    bike = page.get_by_label("This bike")
    expect(bike).to_contain_text("It is there: change nothing.")
    expect(page.locator(".position")).to_contain_text("nothing checks it")
    bike.get_by_role("button", name="Change nothing").click()
    expect(bike.locator("li.taken")).to_have_count(1)
    assert cell(page, "hand", "plan") == cell(page, "hand", "now")


def test_a_known_bike_is_placed_by_its_post_too(demo_room: Room, page: Page) -> None:
    begin(page, demo_room, "Sorrel Vane")
    page.get_by_text("a known bike").click()
    choose(page, "Frame and size", "Haldery Fieldway 3")
    choose(page, "Bar", "Petrel 40")
    for label, typed in (("Stem, printed", "120"), ("Stem angle, as it stands", "-6"), ("Spacers under it", "10")):
        page.get_by_label(label).fill(typed)
    choose(page, "Saddle", "Plover 143")
    page.get_by_label("Post showing").fill("182")
    expect(page.get_by_role("button", name="To the frames")).to_be_disabled()
    page.get_by_label("Post setback, printed").fill("20")
    page.get_by_role("button", name="To the frames").click()
    page.wait_for_url(re.compile(r"/fits/\d+/frame$"))
    # Nobody said where on the rails: that is eight millimetres of doubt, and a little for the chart's angle.
    expect(page.locator(".position")).to_contain_text("The position: saddle ±10, 4;")
    expect(page.get_by_label("This bike")).to_contain_text("change nothing")


def test_a_stranger_carries_four_numbers_to_a_printed_card_in_twelve_actions(demo_room: Room, page: Page) -> None:
    actions = 0

    def done(_: object) -> None:
        nonlocal actions
        actions += 1

    page.goto(demo_room.url)
    done(page.get_by_role("button", name="Carry a position").click())
    done(page.get_by_label("Of whom").fill("A stranger"))
    numbers = (("Saddle, high", "727"), ("Saddle, back", "197"), ("Hand, reach", "560"), ("Hand, high", "655"))
    for label, typed in numbers:
        done(page.get_by_label(label, exact=True).fill(typed))
    done(page.get_by_role("button", name="To the frames").click())
    done(page.get_by_label("Recommended").get_by_role("button", name="Take it").click())
    expect(page.get_by_label("Recommended").get_by_role("button", name="Taken")).to_be_disabled()
    done(page.get_by_role("link", name=re.compile("Set-up")).click())
    link = page.get_by_role("link", name="Open the PDF")
    expect(link).to_be_visible()
    with page.expect_popup() as opened:
        done(link.click())
    opened.value.close()
    card = page.request.get(demo_room.url + (link.get_attribute("href") or ""))
    assert card.headers["content-type"] == "application/pdf"
    text = PdfReader(io.BytesIO(card.body())).pages[0].extract_text()
    assert "A stranger" in text
    assert "560" in text
    assert "NOT TO BE BUILT" not in text
    assert actions <= 12


def test_the_riders_page_is_taken_back_as_a_new_fit(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/fits/6/setup")
    link = page.get_by_role("link", name="For the rider")
    expect(link).to_be_visible()
    answer = page.request.get(demo_room.url + (link.get_attribute("href") or ""))
    words = " ".join(PdfReader(io.BytesIO(answer.body())).pages[0].extract_text().split())
    found = re.search(r"WAYMARK1 CROSS-COUNTRY GRIP .* \*[0-9A-F]{2}", words)
    assert found is not None
    code = found.group()
    # One figure misread is told, and the typing stays.
    begin(page, demo_room, "Ansel Merrow")
    page.get_by_text("a position code", exact=True).click()
    box = page.get_by_label("The line under the squares, scanned, pasted or typed")
    box.fill(code.replace("S -177 ", "S -171 "))
    page.get_by_role("button", name="To the frames").click()
    expect(page.get_by_role("alert")).to_contain_text(
        "The sum at its end does not agree: a number or letter was misread."
    )
    box.fill(code.lower())
    page.get_by_role("button", name="To the frames").click()
    page.wait_for_url(re.compile(r"/fits/\d+/frame$"))
    page.goto(page.url.replace("/frame", "/measure"))
    expect(page.locator('[data-cell="saddle-now"]')).to_have_text(re.compile(r"−177±.*693±"))
    expect(page.locator('[data-cell="hand-now"]')).to_have_text(re.compile(r"462±.*675±"))
