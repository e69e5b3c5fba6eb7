"""The call-out in the browser: by keyboard alone, at a phone's width, with a misread caught and settled."""

from __future__ import annotations

import io
from collections.abc import Iterator

import pytest
from PIL import Image
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Room
from tests.browser.test_sheet import AXE, at
from tests.core.test_callout import perfect
from waymark.core.callout import in_order
from waymark.core.callout.prompt import key_of
from waymark.demo import demo_files

# Besides the sights: what is printed, and what is only noted.
PLAIN = {
    "front_axle": "340", "rear_axle": "340", "wheelbase": "1002", "tilt": "-0.5", "stem_length": "100", "stem_angle": "-6",
    "spacers_under": "15", "spacers_over": "5", "bar_width": "40 cm", "crank": "172.5", "pedal_model": "clip, small",
    "shoe": "stiff, 41", "cleat_behind": "6", "hood_slope": "7°", "lever_reach": "2 3/4 in", "post_exposed": "182",
    "post_mark": "hidden", "front_tyre": "28, 5 bar", "rear_tyre": "28, 5.4 bar",
}  # fmt: skip


def words_for(name: str) -> str:
    """What a fitter reads for a prompt on the tests' bike."""
    return PLAIN.get(name) or f"{perfect(name):.0f}"


def test_a_whole_call_out_by_keyboard_with_a_misread_caught(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Wenna Tolland", "measure"))
    asked = page.locator("#asked")
    entry = page.locator(".entry input")
    for prompt, side in in_order("drop"):
        title = prompt.title_for("drop") + (f", {side}" if side else "")
        expect(asked).to_have_text(title)
        expect(entry).to_be_focused()
        # One number is called wrongly: 8 and 3 change places.
        page.keyboard.type("583" if prompt.name == "nose_clamp" else words_for(prompt.name))
        with page.expect_response("**/changes?*") as kept:
            page.keyboard.press("Enter")
        assert kept.value.ok, key_of(prompt.name, side)
    finding = page.get_by_role("group", name="Nose to bar clamp: ")
    expect(finding).to_contain_text("agree on 53")
    expect(finding).to_contain_text("With 8 and 3 swapped it is 538, which fits.")
    expect(page.get_by_role("link", name="Measure 1 to settle")).to_be_visible()

    # To its button by Tab alone, and read it again.
    again = finding.get_by_role("button", name="Measure again")
    for _ in range(12):
        page.keyboard.press("Tab")
        if again.evaluate("(b) => b === document.activeElement"):
            break
    page.keyboard.press("Enter")
    expect(asked).to_have_text("Nose to bar clamp")
    expect(entry).to_be_focused()
    page.keyboard.type(words_for("nose_clamp"))
    page.keyboard.press("Enter")
    expect(finding).to_have_count(0)
    expect(page.get_by_text("more than needed")).to_be_visible()
    # It is on record, after a reload too.
    page.reload()
    page.get_by_role("tab", name="Set-ups").click()
    expect(page.get_by_text("Nose to bar clamp read again: 583")).to_be_visible()
    note = page.get_by_role("navigation", name="Trail").get_by_role("link", name="Measure 4")
    expect(note).to_contain_text("read")


def test_repeats_back_later_and_names_by_key(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Wenna Tolland", "measure"))
    asked, entry = page.locator("#asked"), page.locator(".entry input")
    expect(asked).to_have_text("Front axle above the floor")
    page.keyboard.press("Enter")
    expect(asked).to_have_text("Rear axle above the floor")
    page.keyboard.press("ArrowUp")
    expect(asked).to_have_text("Front axle above the floor")
    page.keyboard.type("nose bar")
    expect(page.get_by_role("list", name="Jump to")).to_contain_text("Nose to bar clamp")
    page.keyboard.press("Enter")
    expect(asked).to_have_text("Nose to bar clamp")
    page.keyboard.type("538")
    with page.expect_response("**/changes?*"):
        page.keyboard.press("=")
    expect(asked).to_have_text("Nose to bar clamp")
    page.keyboard.type("540")
    with page.expect_response("**/changes?*"):
        page.keyboard.press("Enter")
    page.keyboard.press("PageUp")
    expect(asked).to_have_text("Nose to bar clamp")
    expect(page.get_by_text("538 and 540: mean 539, 2 apart")).to_be_visible()
    expect(entry).to_have_value("")
    with page.expect_response("**/changes?*"):
        page.keyboard.press("Delete")
    expect(page.get_by_text("mean 539")).to_have_count(0)


def test_left_and_right_are_shown_and_may_be_meant(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Wenna Tolland", "measure"))
    entry = page.locator(".entry input")
    for name, words in (("Lever reach, right", "68"), ("Lever reach, left", "80")):
        entry.fill(name.replace(",", ""))
        page.get_by_role("list", name="Jump to").get_by_role("button").filter(has_text=name).click()
        expect(page.locator("#asked")).to_have_text(name)
        entry.fill(words)
        with page.expect_response("**/changes?*"):
            entry.press("Enter")
    card = page.get_by_role("group", name="Lever reach: 12 more left")
    expect(card).to_contain_text("L 80, R 68")
    card.get_by_role("button", name="Meant so").click()
    expect(card).to_have_count(0)


def test_units_are_typed_six_ways_and_shown_as_understood(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Wenna Tolland", "rider"))
    ways = [
        ("Height", "5'11\"", "1803"), ("Inseam", "31 1/4 in", "794"), ("Trunk", "50,8 cm", "508"), ("Arm", "645", "645"),
        ("Foot", "0.258 m", "258"), ("Mass", "165 lb", "75 kg"),
    ]  # fmt: skip
    for label, typed, shown in ways:
        field = page.get_by_label(label, exact=True).and_(page.locator("input.word-field"))
        field.click()
        field.fill(typed)
        with page.expect_response("**/api/riders/*"):
            field.press("Enter")
        page.keyboard.press("Escape")
        expect(field).to_have_value(shown)
        if typed != shown:
            expect(page.get_by_role("button", name=typed, exact=True)).to_be_visible()
    page.locator("body").press("u")
    expect(page.get_by_label("Inseam", exact=True)).to_have_value("31 1/4")
    field = page.get_by_label("Inseam", exact=True)
    field.click()
    field.fill("31")
    with page.expect_response("**/api/riders/*"):
        field.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("Did you mean 31 in (787 mm)?")
    expect(field).to_have_value("31")


def test_an_instruments_reading_arrives_and_waits_to_be_kept(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Merryn Ashcombe", "measure"))
    entry = page.locator(".entry input")
    expect(page.locator("#asked")).to_have_text("Saddle mark to hood, right")
    expect(page.get_by_role("button", name="* laser tape")).to_be_visible()
    for _ in range(6):
        with page.expect_response("**/press"):
            page.keyboard.press("*")
        if entry.input_value():
            break
    assert entry.input_value().endswith(" mm")
    expect(page.get_by_text("From the Laser tape (simulated); Enter keeps it.")).to_be_visible()
    with page.expect_response("**/changes?*") as kept:
        page.keyboard.press("Enter")
    readings = kept.value.json()["state"]["measure"]["readings"]
    assert readings["s_hand.right"]["source"] == "Laser tape (simulated)"


def test_what_is_typed_at_once_finds_a_prompt_that_is_seldom_asked(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Wenna Tolland", "measure"))
    page.get_by_role("button", name="All ").click()
    expect(page.get_by_label("Find a prompt")).to_be_focused()
    page.keyboard.type("hip tightest")
    expect(page.get_by_role("dialog").locator("section h3")).to_have_text(["Rider"])
    page.keyboard.press("Enter")
    expect(page.locator("#asked")).to_have_text("Hip at its tightest, right")


def test_the_house_chooses_what_is_asked(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Wenna Tolland", "measure"))
    page.get_by_role("button", name="All ").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("button", name="What this house asks").click()
    with page.expect_response("**/sheet?*"):
        dialog.get_by_label("Front axle above the floor").uncheck()
    dialog.get_by_role("button", name="Done").click()
    page.reload()
    expect(page.locator("#asked")).to_have_text("Rear axle above the floor")


def test_photos_are_kept_and_taken_out(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Wenna Tolland", "measure"))
    page.get_by_role("tab", name="Photos").click()
    out = io.BytesIO()
    Image.new("RGB", (60, 40), (120, 90, 60)).save(out, "PNG")
    page.get_by_label("What the photo shows").fill("left side")
    page.locator('input[type="file"]').set_input_files(
        {"name": "a.png", "mimeType": "image/png", "buffer": out.getvalue()}
    )
    expect(page.get_by_role("img", name="left side")).to_be_visible()
    page.locator('input[type="file"]').set_input_files({"name": "b.png", "mimeType": "image/png", "buffer": b"no"})
    expect(page.get_by_role("alert")).to_contain_text("b.png: This is no picture")
    page.get_by_role("button", name="Take out").click()
    expect(page.get_by_role("img", name="left side")).to_have_count(0)


# --- the rider's record ------------------------------------------------------------------------------


def test_shares_are_moved_by_key_and_what_hurts_is_marked(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Tamsin Orre", "rider"))
    edge = page.get_by_role("slider", name="Edge between Gravel and Road")
    edge.focus()
    with page.expect_response("**/sheet?*"):
        edge.press("Shift+ArrowLeft")
    expect(page.get_by_text("55 + 30 + 10 + 5 = 100 %")).to_be_visible()
    box = page.get_by_role("slider", name="Edge between Trainer and City").bounding_box()
    assert box
    page.mouse.move(box["x"] + 4, box["y"] + 20)
    page.mouse.down()
    page.mouse.move(box["x"] - 27, box["y"] + 20, steps=4)
    with page.expect_response("**/sheet?*"):
        page.mouse.up()
    expect(page.get_by_text("55 + 30 + 6 + 9 = 100 %")).to_be_visible()
    page.locator("body").press("Control+z")
    expect(page.get_by_text("55 + 30 + 10 + 5 = 100 %")).to_be_visible()
    outline = page.get_by_role("group", name="Body outline").bounding_box()
    assert outline
    page.mouse.click(outline["x"] + 97, outline["y"] + 300)
    field = page.get_by_label("What hurts", exact=True)
    field.fill("Left knee, front")
    with page.expect_response("**/api/riders/*"):
        field.press("Tab")
    page.reload()
    expect(page.get_by_role("button", name="4: Left knee, front, 2 of 5")).to_be_visible()
    expect(page.get_by_role("note")).to_contain_text("not diagnoses")


def test_a_rider_is_erased_only_by_name(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Merryn Ashcombe", "rider"))
    page.get_by_role("button", name="Erase…").click()
    dialog = page.get_by_role("dialog", name="Erase Merryn Ashcombe")
    expect(dialog.get_by_role("button", name="Erase for good")).to_be_disabled()
    dialog.get_by_label("The rider's name").fill("Merryn Ashcombe")
    dialog.get_by_role("button", name="Erase for good").click()
    expect(page.get_by_role("heading", name=f"All bikes {len(demo_files()) - 1}")).to_be_visible()


# --- a phone -----------------------------------------------------------------------------------------


@pytest.fixture
def phone(chromium: Browser) -> Iterator[Page]:
    """A phone's window."""
    context = chromium.new_context(viewport={"width": 390, "height": 844}, has_touch=True, reduced_motion="reduce")
    yield context.new_page()
    context.close()


def test_the_call_out_works_on_a_phone(demo_room: Room, phone: Page) -> None:
    phone.goto(at(demo_room, "Wenna Tolland", "measure"))
    asked = phone.locator("#asked")
    expect(asked).to_have_text("Front axle above the floor")
    for _ in range(3):
        phone.get_by_role("button", name="Later").tap()
    expect(asked).to_have_text("BB above the floor")
    for digits in ("268", "727"):
        for digit in digits:
            phone.get_by_role("button", name=digit, exact=True).tap()
        with phone.expect_response("**/changes?*"):
            phone.get_by_role("button", name="Keep").tap()
    expect(asked).to_have_text("Saddle mark above BB")
    expect(phone.get_by_text("Before BB to saddle mark 727")).to_be_visible()
    phone.get_by_role("button", name="Back").tap()
    expect(asked).to_have_text("BB to saddle mark")
    assert phone.evaluate("document.documentElement.scrollWidth") <= 390


def test_a_suspect_is_settled_on_a_phone_and_axe_is_content(demo_room: Room, phone: Page) -> None:
    phone.goto(at(demo_room, "Merryn Ashcombe", "measure"))
    finding = phone.get_by_role("group", name="Nose to bar clamp: 54 short")
    expect(finding).to_contain_text("With 3 and 9 swapped it is 493")
    phone.evaluate(AXE.read_text(encoding="utf-8"))
    found = phone.evaluate("axe.run(document, {resultTypes: ['violations']}).then((r) => r.violations)")
    assert [f"{v['id']}: {v['nodes'][0]['html'][:120]}" for v in found if v["impact"] in ("serious", "critical")] == []
    finding.get_by_role("button", name="Use 493").tap()
    expect(finding).to_have_count(0)
    keep = phone.get_by_role("button", name="Keep").bounding_box()
    assert keep and keep["height"] > 100 and keep["width"] > 70


def test_what_waits_to_be_settled_is_one_tap_away_while_the_tape_goes_on(demo_room: Room, phone: Page) -> None:
    phone.goto(at(demo_room, "Merryn Ashcombe", "measure"))
    finding = phone.get_by_role("group", name="Nose to bar clamp: 54 short")
    expect(finding).to_be_visible()
    phone.get_by_role("button", name="All").tap()
    phone.get_by_label("Find a prompt").fill("Rear axle above")
    phone.get_by_label("Find a prompt").press("Enter")
    expect(phone.locator("#asked")).to_have_text("Rear axle above the floor")
    for digit in "341":
        phone.get_by_role("button", name=digit, exact=True).tap()
    with phone.expect_response("**/changes?*"):
        phone.get_by_role("button", name="Keep", exact=True).tap()
    # The next reading has the screen; what waits is told in a line.
    expect(finding).to_have_count(0)
    waiting = phone.get_by_role("button", name="To settle Nose to bar clamp")
    waiting.tap()
    expect(finding).to_be_visible()
    waiting.tap()
    expect(finding).to_have_count(0)
