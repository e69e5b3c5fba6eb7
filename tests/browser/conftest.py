"""A real server on a free loopback port and a real, headless Chromium."""

from __future__ import annotations

import shutil
import socket
import threading
import time
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

import pytest
import uvicorn
from playwright.sync_api import Browser, BrowserContext, Locator, Page, expect, sync_playwright

from tests.conftest import Known
from waymark.rooms.live import Live
from waymark.storage import Store, open_store, upgrade
from waymark.web import make_app
from waymark.web.app import STATIC

# The lean one starts and draws in two thirds of the time of the whole one.
CHROMIUM = next((p for p in ("/usr/bin/chromium-headless-shell", "/usr/bin/chromium") if Path(p).exists()), "")
# A slow machine is no failure: what is awaited may take its time.
expect.set_options(timeout=30_000)


@dataclass
class Room:
    """A fit room that can be closed and opened again on the same store."""

    path: Path
    url: str = ""
    _server: uvicorn.Server | None = None
    _thread: threading.Thread | None = None
    store: Store | None = None
    # What a room that was open before knows of its files.
    known: Known | None = None
    # How much faster than the wall's the clock of links and trials runs.
    speed: float = 1.0

    def open(self) -> None:
        """Serve the store on a free port."""
        self.store = open_store(self.path)
        upgrade(self.store)
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            port = probe.getsockname()[1]
        app = make_app(self.store, live=self._live(self.store))
        if self.known is not None:
            self.known.put_into(self.store, app)
        config = uvicorn.Config(app, host="127.0.0.1", port=port, log_level="error")
        self._server = uvicorn.Server(config)
        self._thread = threading.Thread(target=self._server.run, daemon=True)
        self._thread.start()
        self.url = f"http://127.0.0.1:{port}"
        while self._thread.is_alive():
            if self._server.started:
                return
            self._thread.join(0.02)
        raise RuntimeError("the room did not open")

    def _live(self, store: Store) -> Live:
        begun = time.time()
        return Live(store, now=lambda: begun + (time.time() - begun) * self.speed, speed=self.speed)

    def close(self) -> None:
        """Stop serving."""
        if self._server is not None and self._thread is not None:
            self._server.should_exit = True
            self._thread.join()


@pytest.fixture(scope="session")
def chromium() -> Iterator[Browser]:
    """One browser for all."""
    assert STATIC.joinpath("index.html").is_file(), "the screens are not built: run make setup"
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        yield browser
        browser.close()


@pytest.fixture
def empty_room(tmp_path: Path) -> Iterator[Room]:
    """An empty fit room."""
    room = Room(tmp_path / "room.sqlite3")
    room.open()
    yield room
    room.close()


@pytest.fixture
def demo_room(tmp_path: Path, demo_file: Path, known: Known) -> Iterator[Room]:
    """The demo's fit room, a copy of its own."""
    for file in demo_file.parent.iterdir():
        shutil.copy(file, tmp_path / file.name)
    room = Room(tmp_path / demo_file.name, known=known)
    room.open()
    yield room
    room.close()


@pytest.fixture
def fast_room(tmp_path: Path, demo_file: Path, known: Known) -> Iterator[Room]:
    """The demo's fit room, in which trials are ridden twelve times as fast: a run of a minute can be seen on a slow machine too."""
    for file in demo_file.parent.iterdir():
        shutil.copy(file, tmp_path / file.name)
    room = Room(tmp_path / demo_file.name, known=known, speed=12.0)
    room.open()
    yield room
    room.close()


@pytest.fixture
def window(chromium: Browser) -> Iterator[BrowserContext]:
    """A window of 1280x800 that tells of every request that leaves the machine and every script error."""
    context = chromium.new_context(viewport={"width": 1280, "height": 800}, reduced_motion="reduce")
    context.set_default_timeout(30_000)
    yield context
    context.close()


@pytest.fixture
def page(window: BrowserContext) -> Iterator[Page]:
    """A page; the test fails on a script error or a request to another host."""
    faults: list[str] = []
    page = window.new_page()
    page.on("pageerror", lambda error: faults.append(str(error)))
    page.on("console", lambda m: faults.append(m.text) if "Content Security Policy" in m.text else None)
    page.on(
        "request",
        lambda r: None if r.url.startswith(("http://127.0.0.1:", "blob:", "data:")) else faults.append(r.url),
    )
    yield page
    assert faults == []


def picker(page: Page, label: str) -> Locator:
    """A list with the choice it shows."""
    box = page.get_by_role("combobox", name=label, exact=True)
    return box.locator("xpath=ancestor::*[contains(@class, 'el-select__wrapper')]")


def choose(page: Page, label: str, option: str) -> None:
    """Pick from a list."""
    picker(page, label).click()
    page.get_by_role("option", name=option, exact=True).click()
