"""Takes one current picture of each main view from the demo data, for the README."""

from __future__ import annotations

import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright
from tests.browser.conftest import CHROMIUM, Room, choose

from waymark.cli.main import seed
from waymark.storage import open_store, upgrade

CHART = """Geometry\tXS\tS\tM\tL\tXL
Stack (cm)\t52,4\t54,5\t56,6\t58,8\t60,9
Reach\t377\t384\t392\t401\t409
Head tube angle\t70,0°\t70,5°\t71°\t71,5°\t72°
Seat tube angle\t74.5\t74\t73.5\t73\t73
Horizontal top tube\t522\t540\t571\t581\t595
Seat tube length\t440\t470\t500\t530\t560
Fork length\t396\t396\t396\t396\t396
Rake\t50\t50\t50\t50\t50
Wheelbase (mm)\t1.017\t1.024\t1.033\t1.043\t1.053
Bar width\t400\t400\t420\t440\t440
"""
SHOTS = Path(__file__).parent.parent / "docs" / "screenshots"
VIEWS = {
    "day-book": "/", "rider": "/fits/1/rider", "measure": "/fits/8/measure", "not-measured": "/fits/7/measure",
    "goal": "/fits/1/goal", "frame": "/fits/1/frame", "trainers": "/trainers?machine=1&fit=1", "build": "/fits/1/build",
    "pads": "/fits/9/frame", "set-up": "/fits/1/setup", "frames": "/frames", "parts": "/parts", "ride": "/fits/6/ride",
    "claims": "/claims?claim=size_up&fit=1", "bikes": "/riders/11/bikes?base=11",
}  # fmt: skip


def take(page: Page, url: str, name: str) -> None:
    """One picture, once fonts and data are there."""
    page.goto(url)
    take_now(page, name)


def take_now(page: Page, name: str) -> None:
    """One picture of what is on the screen."""
    page.wait_for_load_state("networkidle")
    page.evaluate("document.fonts.ready")
    page.screenshot(path=SHOTS / f"{name}.png", animations="disabled")


def main() -> None:
    """Take them all."""
    SHOTS.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        path = Path(folder) / "demo.sqlite3"
        store = open_store(path)
        upgrade(store)
        seed(store)
        store.close()
        room = Room(path)
        room.open()
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        size = {"width": 1280, "height": 800}
        page = browser.new_context(viewport=size, reduced_motion="reduce").new_page()
        for name, view in VIEWS.items():
            take(page, room.url + view, name)
        page.goto(f"{room.url}/frames")
        page.get_by_role("checkbox").first.wait_for()
        for box in page.get_by_role("checkbox").all()[3:6]:
            box.check()
        page.get_by_role("link", name="Compare 3 sizes").click()
        choose(page, "Compare against", "Tamsin Orre’s present bike")
        page.get_by_text("the present bike").first.wait_for()
        take_now(page, "compare")
        page.goto(f"{room.url}/frames/paste")
        page.get_by_label("The chart as it stands on the page").fill(CHART)
        page.get_by_label("Frame", exact=True).fill("Tillow Fen")
        page.locator(".mapping").wait_for()
        take_now(page, "paste")
        phone = browser.new_context(viewport={"width": 390, "height": 844}, reduced_motion="reduce").new_page()
        phone.goto(f"{room.url}/fits/3/measure")
        phone.get_by_role("button", name="All ").click()
        phone.get_by_role("button", name="Saddle mark to drops, right").click()
        for digit in "78":
            phone.get_by_role("button", name=digit, exact=True).click()
        take_now(phone, "call-out-phone")
        dark = browser.new_context(viewport=size, reduced_motion="reduce").new_page()
        dark.add_init_script("localStorage.setItem('waymark.sheet', 'dark')")
        dark.goto(f"{room.url}/fits/3/build")
        dark.get_by_role("tab", name="Bar").click()
        take_now(dark, "build-dark")
        browser.close()
        room.close()


if __name__ == "__main__":
    main()
