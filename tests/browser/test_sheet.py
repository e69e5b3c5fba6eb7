"""The sheet in the browser: conflicts, previews, units, the shelf without a frame, and what is accessible."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect

from tests.browser.conftest import Room
from tests.browser.test_walk import cell
from waymark.demo import demo_files

AXE = Path(__file__).parents[2] / "frontend" / "node_modules" / "axe-core" / "axe.min.js"
FILES = {
    "Tamsin Orre": 1,
    "Brona Askwith": 2,
    "Halvard Stroud": 3,
    "Piran Lowe": 5,
    "Jory Penhale": 6,
    "Wenna Tolland": 7,
    "Merryn Ashcombe": 8,
    "Sennen Tregear": 10,
}


def at(room: Room, rider: str, post: str) -> str:
    """A demo file's address."""
    return f"{room.url}/fits/{FILES[rider]}/{post}"


def test_two_windows_meet_and_both_versions_are_offered(demo_room: Room, page: Page, window: BrowserContext) -> None:
    other = window.new_page()
    for one in (page, other):
        one.goto(at(demo_room, "Tamsin Orre", "goal"))
        expect(one.locator('[data-cell="hand-goal"]')).to_be_visible()
    before = cell(page, "hand", "goal")
    page.get_by_role("button", name="Hand 5 up").click()
    expect(page.get_by_text("kept, change 2")).to_be_visible()
    other.get_by_role("button", name="Saddle 1 down").click()
    dialog = other.get_by_role("dialog")
    expect(dialog).to_contain_text("changed in another window")
    expect(dialog.get_by_label("Theirs")).to_contain_text("Hand 5 mm up")
    expect(dialog.get_by_label("Mine")).to_contain_text("Saddle goal: 0 fore, −1 up")
    dialog.get_by_role("button", name="Put mine on top").click()
    expect(other.get_by_text("kept, change 3")).to_be_visible()
    assert cell(other, "hand", "goal") != before
    # And the first window, behind again, can take theirs.
    page.get_by_role("button", name="Hand 5 down").click()
    page.get_by_role("dialog").get_by_role("button", name="Take theirs").click()
    expect(page.get_by_text("kept, change 3")).to_be_visible()
    assert cell(page, "saddle", "goal") == cell(other, "saddle", "goal")


def test_a_stop_is_previewed_hollow_before_it_is_chosen(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Tamsin Orre", "build"))
    loupe = page.locator("figure.loupe.hand")
    hollow = loupe.locator(".plan.hollow")
    expect(loupe).to_be_visible()
    expect(hollow).to_have_count(0)
    page.locator('[data-stop="spacers 30"]').hover()
    expect(hollow).to_have_count(1)
    page.get_by_role("heading", level=1).hover()
    expect(hollow).to_have_count(0)


def test_a_goal_is_dragged_in_its_loupe(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Tamsin Orre", "goal"))
    slider = page.get_by_role("slider", name="Hand goal; arrows move it")
    box = slider.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    before = cell(page, "hand", "goal").split()
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 24, y - 12, steps=3)
    with page.expect_response("**/changes?*"):
        page.mouse.up()
    # Four pixels a millimetre: 6 forward, 3 up.
    expect(page.locator('[data-cell="hand-goal"]')).to_contain_text(str(int(before[0]) + 6))
    assert cell(page, "hand", "goal") == f"{int(before[0]) + 6} {int(before[1]) + 3}"


def test_no_frame_says_so_and_gives_numbers_to_look_for(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Piran Lowe", "frame"))
    expect(page.get_by_role("heading", name="No frame here carries it")).to_be_visible()
    told = page.get_by_role("status").filter(has_text="Look for")
    expect(told).to_contain_text(re.compile(r"stack\s*\d{3} to \d{3}"))
    expect(told).to_contain_text(re.compile(r"reach\s*\d{3} to \d{3}"))
    expect(page.get_by_label("Builds worth a thought")).to_contain_text("too low along the steerer")
    page.get_by_role("button", name="The frame to have made").click()
    made = page.get_by_role("tabpanel", name="Made")
    expect(made).to_contain_text("Head tube 348, 47 % of the stack; 17 to 36 is well made.")
    # A stem that rises more leaves less head tube, and the field says whose choice it is.
    made.get_by_label("Stem angle").fill("17")
    made.get_by_label("Stem angle").press("Enter")
    expect(made).to_contain_text(re.compile(r"Head tube 32\d, 4\d % of the stack"))
    made.get_by_role("button", name="set; by the rules again").click()
    expect(made).to_contain_text("Head tube 348")
    with page.expect_download() as got:
        made.get_by_role("link", name="Drawing for a builder").last.click()
    assert got.value.suggested_filename == "waymark-frame-5.pdf"
    page.get_by_role("button", name="Choose what is looked at").click()
    page.get_by_role("button", name="City").click()
    expect(page.get_by_role("button", name="City")).to_have_attribute("aria-pressed", "true")
    page.get_by_role("button", name="Done").click()
    expect(page.get_by_role("heading", name="No frame here carries it")).to_be_visible()


def test_the_card_on_the_screen_is_set_as_it_is_printed(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Tamsin Orre", "setup"))
    words = page.get_by_text("Workshop card, change")
    expect(words).to_be_visible()
    # Nothing of the screen's own style reaches the paper: each line is as tall as its page says, and lies on it.
    found = words.evaluate(
        """(one) => {
          const svg = one.ownerSVGElement, sheet = svg.getBoundingClientRect(), a_mm = sheet.width / 210
          return [...svg.querySelectorAll('text')].map((t) => {
            const box = t.getBoundingClientRect()
            const out = Math.max(sheet.left - box.left, box.right - sheet.right)
            return [t.textContent, box.height / a_mm, out / a_mm]
          })
        }"""
    )
    assert len(found) > 60
    for text, tall_mm, out_mm in found:
        assert tall_mm < 13 and out_mm < 0, text


def test_a_card_that_must_not_be_built_from_asks_before_it_prints(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Halvard Stroud", "setup"))
    expect(page.get_by_role("status").filter(has_text="Not to be built from yet")).to_contain_text(
        "The saddle was lowered 6 mm after this was planned."
    )
    page.get_by_role("link", name="Open the PDF").click()
    asked = page.get_by_role("dialog")
    expect(asked).to_contain_text("Saddle 0 +6 off the goal, outside ±3, 2.")
    asked.get_by_role("button", name="Go back").click()
    expect(asked).to_be_hidden()
    page.get_by_role("link", name="Print view").click()
    with page.expect_popup() as opened:
        asked.get_by_role("link", name="Open it, marked").click()
    expect(opened.value.get_by_text("NOT TO BE BUILT").first).to_be_visible()
    opened.value.close()


def test_a_gate_that_is_called_for_is_asked_with_one_press(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Halvard Stroud", "frame"))
    asks = page.locator(".asks")
    expect(asks).to_have_count(2)
    expect(asks.first).to_contain_text("Standing over the frame could come first: 68 years of age.")
    asks.first.get_by_role("button", name="Ask it first").click()
    expect(asks).to_have_count(1)
    # How high the foot lifts, taken at the rider: the question is answered, and the frame says how it is stepped over.
    asks.get_by_role("link", name="To the rider").click()
    page.wait_for_url(re.compile("/rider$"))


def test_a_stale_post_leans_and_says_why(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Halvard Stroud", "build"))
    post = page.get_by_role("navigation", name="Trail").get_by_role("link", name="Frame")
    expect(post).to_have_class(re.compile("stale"))
    post.click()
    expect(page.get_by_role("status").filter(has_text="lowered 6 mm after this was chosen")).to_be_visible()


def test_inches_on_demand_and_stored_values_untouched(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Tamsin Orre", "measure"))
    expect(page.locator('[data-cell="saddle-now"]')).to_be_visible()
    before = cell(page, "saddle", "now")
    page.keyboard.press("Escape")
    page.locator("body").press("u")
    expect(page.locator('[data-cell="saddle-now"]')).to_contain_text("9/16")
    page.locator("body").press("u")
    assert cell(page, "saddle", "now") == before
    expect(page.get_by_text("kept, change 1")).to_be_visible()


def test_layers_and_ledger_by_key(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Tamsin Orre", "build"))
    signs = page.locator(".elevation > svg > .sign.now")
    expect(signs).to_have_count(2)
    page.locator("body").press("n")
    expect(signs).to_have_count(0)
    page.locator("body").press("l")
    expect(page.get_by_label("Ledger, folded")).to_be_visible()
    page.locator("body").press("l")
    page.locator('[data-cell="hand-plan"]').click()
    expect(page.get_by_text("B = T + (c + s + h/2)·u")).to_be_visible()


def test_find_and_history_by_key(demo_room: Room, page: Page) -> None:
    page.goto(demo_room.url)
    expect(page.get_by_role("heading", name=f"All bikes {len(demo_files())}")).to_be_visible()
    page.locator("body").press("/")
    page.keyboard.type("ferry engineer")
    expect(page.get_by_role("heading", name="All bikes 1")).to_be_visible()
    page.keyboard.press("Enter")
    page.wait_for_url("**/fits/1/*")
    expect(page.locator("aside.bench")).to_be_visible()
    page.locator("body").press("h")
    expect(page.get_by_role("dialog", name="History")).to_contain_text("File begun")


def test_an_unknown_file_and_an_unreachable_server_are_told(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/fits/999/measure")
    expect(page.get_by_role("alert")).to_contain_text("not in the day book")
    page.goto(at(demo_room, "Tamsin Orre", "goal"))
    expect(page.locator('[data-cell="hand-goal"]')).to_be_visible()
    page.route("**/changes?*", lambda route: route.abort())
    page.get_by_role("button", name="Hand 5 up").click()
    expect(page.get_by_role("alert")).to_contain_text("does not answer")


def test_the_first_load_is_small(demo_room: Room, page: Page) -> None:
    sizes: list[int] = []

    def weigh(url: str) -> bool:
        return "/assets/" in url and not url.endswith(".woff2")

    page.on("requestfinished", lambda r: sizes.append(r.sizes()["responseBodySize"]) if weigh(r.url) else None)
    page.goto(at(demo_room, "Tamsin Orre", "frame"))
    expect(page.locator("[data-line]").first).to_be_visible()
    assert 50_000 < sum(sizes) < 300_000


@pytest.mark.parametrize("width", [1280, 1024])
def test_nothing_sticks_out_of_the_sheet(demo_room: Room, chromium: Browser, width: int) -> None:
    context = chromium.new_context(viewport={"width": width, "height": 800}, reduced_motion="reduce")
    page = context.new_page()
    for post in ("rider", "measure", "goal", "frame", "build", "setup", "ride"):
        page.goto(at(demo_room, "Tamsin Orre", post))
        expect(page.locator("aside.bench")).to_be_visible()
        wide = page.evaluate("document.documentElement.scrollWidth")
        assert wide <= width, post
        bench = page.locator("aside.bench").bounding_box()
        assert bench
        assert bench["x"] + bench["width"] <= width + 1
    context.close()


POSTS = tuple(f"/fits/1/{post}" for post in ("rider", "measure", "goal", "frame", "build", "setup", "ride"))


@pytest.mark.parametrize(
    "paths",
    [
        ("/", "/frames", "/frames/paste", "/frames/compare?sizes=20,30,41&fit=1"),
        ("/parts", "/claims?fit=1", "/fits/5/frame", "/fits/8/measure"),
        ("/trainers?fit=1", "/fits/6/ride"),
        POSTS[:4],
        POSTS[4:],
    ],
    ids=["shelves", "others", "trainers", "first posts", "last posts"],
)
def test_axe_finds_nothing_serious(demo_room: Room, page: Page, paths: tuple[str, ...]) -> None:
    script = AXE.read_text(encoding="utf-8")
    serious: list[str] = []
    for path in paths:
        page.goto(demo_room.url + path)
        page.wait_for_load_state("networkidle")
        # Of a long table a dozen rows say as much as all, of many frames or kinds of part the first four.
        page.evaluate(
            "() => document.querySelectorAll('tbody tr:nth-child(n+13), article:nth-of-type(n+5)').forEach((x) => x.remove())"
        )
        page.evaluate(script)
        # A dark sheet differs in its colours alone.
        for sheet, rules in (("light", ""), ("dark", ", runOnly: ['color-contrast']")):
            page.evaluate("sheet => { document.documentElement.dataset.sheet = sheet }", sheet)
            ask = f"axe.run(document, {{resultTypes: ['violations']{rules}}}).then((r) => r.violations)"
            found = page.evaluate(ask)
            serious += [
                f"{path} {sheet} {v['id']}: {v['nodes'][0]['html'][:160]} {v['nodes'][0]['failureSummary'][:200]}"
                for v in found
                if v["impact"] in ("serious", "critical")
            ]
    assert serious == []
