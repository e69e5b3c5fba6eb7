"""From an empty fit room to the printed card, by keyboard and mouse, the numbers checked against the core."""

from __future__ import annotations

import io
from pathlib import Path

from playwright.sync_api import BrowserContext, Page, expect
from pypdf import PdfReader

from tests.browser.conftest import Room, choose
from waymark.core.marks import Mark
from waymark.core.position import HandContext, SaddleContext, hand_from_statements, saddle_from_statements
from waymark.demo import demo_shelves


def cell(page: Page, mark: str, layer: str) -> str:
    """A ledger cell's two figures."""
    found = page.locator(f'[data-cell="{mark}-{layer}"] span').all_inner_texts()
    # What stands under a figure is how sure it is.
    return " ".join(text.split("\n")[0] for text in found)


def call(page: Page, name: str, words: str) -> None:
    """Jump to a prompt of the call-out by its name, type what was read, and wait until it is kept or refused."""
    entry = page.locator(".entry input")
    entry.fill(f"/{name}")
    entry.press("Enter")
    expect(page.locator("#asked")).to_contain_text(name)
    entry.fill(words)
    with page.expect_response("**/changes?*"):
        entry.press("Enter")


def shown(mark: Mark) -> str:
    """A mark as the ledger has it."""
    return f"{mark.x_mm:.0f} {mark.y_mm:.0f}".replace("-", "−")


def fill(page: Page, label: str, words: str) -> None:
    """Type into a field and press Enter; wait until it is kept or refused."""
    field = page.get_by_label(label, exact=True).and_(page.locator("input.word-field"))
    field.click()
    field.fill(words)
    with page.expect_response(lambda r: r.request.method in ("POST", "PATCH")):
        field.press("Enter")


def import_shelf(page: Page, tmp_path: Path, name: str, text: str) -> None:
    """Read a shelf file on its own screen."""
    file = tmp_path / f"{name}.csv"
    file.write_text(text, encoding="utf-8")
    page.get_by_role("link", name=name.capitalize()).click()
    expect(page.get_by_role("heading", name=name.capitalize(), level=1)).to_be_visible()
    page.locator('input[type="file"]').set_input_files(str(file))
    page.get_by_role("button", name="Take the").click()
    expect(page.get_by_role("status")).to_contain_text("added")


def test_from_an_empty_room_to_the_printed_card(
    empty_room: Room, page: Page, window: BrowserContext, tmp_path: Path
) -> None:
    page.goto(empty_room.url)
    expect(page.get_by_text("No rider yet.")).to_be_visible()
    frames, parts = demo_shelves()
    spoiled = frames.replace("Corvane Strake,road,carbon,48,499", "Corvane Strake,road,carbon,48,tall", 1)
    file = tmp_path / "spoiled.csv"
    file.write_text(spoiled, encoding="utf-8")
    page.get_by_role("link", name="Frames").click()
    expect(page.get_by_role("heading", name="Frames", level=1)).to_be_visible()
    page.locator('input[type="file"]').set_input_files(str(file))
    expect(page.get_by_role("status")).to_contain_text("249 good lines, 1 refused")
    expect(page.get_by_role("cell", name="stack_mm")).to_be_visible()
    import_shelf(page, tmp_path, "frames", frames)
    import_shelf(page, tmp_path, "parts", parts)

    # A rider, by keyboard.
    page.get_by_role("link", name="Day book").click()
    page.get_by_role("button", name="New rider").click()
    page.keyboard.type("Ines Vellacott")
    page.keyboard.press("Enter")
    page.wait_for_url("**/rider")
    fill(page, "Height", "5'9 1/4\"")
    expect(page.get_by_label("Height", exact=True)).to_have_value("1759")
    expect(page.get_by_role("button", name="5'9 1/4\"")).to_be_visible()
    page.keyboard.type("31")
    with page.expect_response("**/api/riders/*"):
        page.keyboard.press("Enter")
    fault = page.get_by_role("alert")
    expect(fault).to_contain_text("31 in (787 mm)")
    expect(page.get_by_label("Inseam", exact=True)).to_have_value("31")
    fill(page, "Inseam", "82,4 cm")
    expect(fault).to_have_count(0)

    # The bike as it stands.
    page.keyboard.press("Escape")
    page.locator("body").press("Alt+2")
    expect(page.locator("#asked")).to_have_text("Front axle above the floor")
    page.get_by_role("tab", name="The bike").click()
    choose(page, "Bar", "Petrel 40")
    choose(page, "Saddle", "Plover 143")
    call(page, "Crank length", "172.5")
    call(page, "BB to saddle mark", "727")
    call(page, "Nose behind BB", "46")
    call(page, "Hood ahead of BB", "563")
    call(page, "Hood above BB", "646")
    context = SaddleContext(172.5, 73.5, 270, 152)
    saddle = saddle_from_statements("straight", 727, "nose", 46, context)
    hand = hand_from_statements(
        "hand_up", 646, "hand_ahead", 563, HandContext(saddle, saddle + Mark(152, 0), Mark(0, 0), 270)
    )
    expect(page.locator('[data-cell="hand-now"]')).to_be_visible()
    assert cell(page, "saddle", "now") == shown(saddle)
    assert cell(page, "hand", "now") == shown(hand)
    expect(page.get_by_label("Saddle height in every way")).to_contain_text("700")

    # A number that cannot be is refused, asked again, and stands as it was typed.
    call(page, "Nose behind BB", "999")
    expect(page.get_by_role("alert")).to_contain_text("−300 to 250 mm")
    expect(page.locator("#asked")).to_have_text("Nose behind BB")
    expect(page.locator(".entry input")).to_have_value("999")
    call(page, "Nose behind BB", "46")

    # A goal, nudged by key; undone after a reload.
    page.keyboard.press("Escape")
    page.locator("body").press("Alt+3")
    slider = page.get_by_role("slider", name="Hand goal; arrows move it")
    slider.focus()
    for key in ("ArrowLeft", "ArrowUp", "Shift+ArrowUp"):
        with page.expect_response("**/changes?*"):
            slider.press(key)
    expect(page.locator('[data-cell="hand-goal"]')).to_contain_text("652")
    assert cell(page, "hand", "goal") == "562 652"
    page.reload()
    expect(page.locator('[data-cell="hand-goal"]')).to_contain_text("652")
    page.locator("body").press("Control+z")
    expect(page.locator('[data-cell="hand-goal"]')).to_contain_text("647")
    page.locator("body").press("Control+Shift+z")
    expect(page.locator('[data-cell="hand-goal"]')).to_contain_text("652")

    # A frame: the drawing changes at once.
    page.locator("body").press("Alt+4")
    page.get_by_role("tab", name="All").click()
    offer = page.locator("[data-offer]").first
    name = offer.get_attribute("data-offer") or ""
    miss = offer.locator(".miss").inner_text()
    offer.locator(".pick").click()
    expect(page.get_by_role("group", name=f"Side elevation, {name}")).to_be_visible()
    expect(page.locator(".named .chosen")).to_have_text(name)

    # Its build: what a stop shows is what taking it gives.
    page.locator("body").press("Alt+5")
    row = page.get_by_role("row", name="Hand")
    expect(row).to_contain_text(miss.replace(" ", " "))
    page.locator('[data-stop="spacers 0"]').hover()
    title = page.locator('[data-stop="spacers 0"] title').text_content() or ""
    page.locator('[data-stop="spacers 0"]').click()
    wanted = title.split("hand ")[1].split(",")[0]
    expect(page.locator("tbody tr").nth(1).locator(".miss .figure")).to_have_text(wanted)
    page.get_by_role("button", name="As recommended").click()
    expect(page.locator("tbody tr").nth(1).locator(".miss .figure")).to_have_text(miss)

    # The card: the PDF holds what the sheet shows.
    plan = cell(page, "hand", "plan")
    page.locator("body").press("Alt+6")
    card = page.get_by_role("img", name="Workshop card")
    expect(card).to_contain_text(f"Ines Vellacott, {name}")
    with window.expect_page() as opened:
        page.get_by_role("link", name="Print view").click()
    expect(opened.value.get_by_role("img", name="Workshop card")).to_contain_text("In this order")
    link = page.get_by_role("link", name="Open the PDF").get_attribute("href") or ""
    pdf = window.request.get(empty_room.url + link)
    text = PdfReader(io.BytesIO(pdf.body())).pages[0].extract_text()
    for figure in plan.split():
        assert figure in text
    fill(page, "Saddle, fore, built", "-198")
    fill(page, "Saddle, up, built", "700")
    expect(page.get_by_text("built less goal")).to_contain_text("0 0")

    # After a restart everything is there, and undo still walks.
    address = page.url.removeprefix(empty_room.url)
    empty_room.close()
    empty_room.open()
    page.goto(empty_room.url + address)
    expect(page.get_by_text("built less goal")).to_contain_text("0 0")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("built less goal")).to_have_count(0)
