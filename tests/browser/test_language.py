"""Another language and inches: what every main screen shows goes through the catalogue, and through the reader's unit."""

from __future__ import annotations

import json
import re
from calendar import month_abbr
from collections.abc import Iterator
from datetime import date

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Room
from waymark.rooms.telling import SPOKEN, language

# What is the same in every language.
SAME = re.compile(
    r"\b(waymark calc|claim\.try|Waymark|Alt|Ctrl|Shift|Esc|BB|Nm|PDF|CSV|JSON|JPEG|PNG|WebP|kg|EU)\b", re.I
)
# Words of the interface library have its own translations.
SHOWN = """() => {
  const THEIRS = '.el-dialog__headerbtn, .el-drawer__close-btn, .el-tag__close'
  const seen = []
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
  for (let node = walk.nextNode(); node; node = walk.nextNode()) {
    const at = node.parentElement
    if (!at || at.closest('style, script, .visually-hidden, [data-kept]') || !at.getClientRects().length) continue
    if (node.textContent.trim()) seen.push(node.textContent.trim())
  }
  for (const name of ['aria-label', 'placeholder', 'title', 'alt'])
    for (const at of document.querySelectorAll(`[${name}]:not(${THEIRS})`)) seen.push(at.getAttribute(name))
  return seen
}"""


@pytest.fixture
def bracketed() -> Iterator[None]:
    """A language that puts every text it is given in brackets."""
    SPOKEN["qps"] = lambda text: f"⟦{text}⟧"
    language.cache_clear()
    yield
    del SPOKEN["qps"]
    language.cache_clear()


def strings(it: object) -> Iterator[str]:
    if isinstance(it, str):
        yield it
    elif isinstance(it, dict):
        for value in it.values():
            yield from strings(value)
    elif isinstance(it, list):
        for value in it:
            yield from strings(value)


def outside(text: str) -> str:
    """What of a text no bracket holds."""
    depth, left = 0, []
    for letter in text:
        depth += (letter == "⟦") - (letter == "⟧")
        left.append(letter if depth == 0 and letter != "⟧" else " ")
    return "".join(left)


SCREENS = (
    "/", "/fits/1/rider", "/fits/1/measure", "/fits/1/goal", "/fits/1/frame", "/fits/1/build", "/fits/1/setup",
    "/fits/6/ride", "/claims", "/frames/compare?sizes=1,2", "/fits/9/build", "/fits/5/frame", "/parts", "/frames",
    "/trainers",
)  # fmt: skip


def test_nothing_on_the_main_screens_is_left_out(demo_room: Room, page: Page, bracketed: None) -> None:
    page.goto(demo_room.url)
    page.evaluate("localStorage.setItem('waymark.language', 'qps')")
    named = set()
    for source in (
        "/api/fits",
        "/api/shelves/frames",
        "/api/shelves/parts",
        "/api/fits/1/sheet",
        "/api/fits/6/sheet",
        "/api/machines",
    ):
        found = page.request.get(demo_room.url + source).json()
        if "state" in found:
            found = [found["state"], found["title"], found["rider"]["name"], found["rider"]["profile"]]
        named.update(strings(found))
    # The browser writes dates.
    named.add(" ".join((date.today().strftime("%A %B"), *month_abbr)))
    known = set(re.findall(r"[\w’'-]+", json.dumps(sorted(named), ensure_ascii=False).lower()))
    left = set()
    for path in SCREENS:
        page.goto(demo_room.url + path)
        page.wait_for_load_state("networkidle")
        expect(page.locator("body")).to_contain_text("⟦")
        # Lines of the card are broken inside a bracket: all texts are read in a row.
        said = SAME.sub(" ", outside("\n".join(page.evaluate(SHOWN))))
        words = {word for word in re.findall(r"[A-Za-z’'-]+", said) if re.search("[A-Za-z]{3}", word)}
        left.update((path, word) for word in words if word.lower() not in known)
    assert left == set()
