"""The edge where sentences become text, in the units and the language of whoever reads them."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from functools import cache
from gettext import translation
from pathlib import Path
from typing import TYPE_CHECKING, Annotated, Any

from pydantic import PlainSerializer, WithJsonSchema

from waymark.core.say import Reader, Said, Translate, words

_PLAIN = Reader()
READER: ContextVar[Reader] = ContextVar("reader", default=_PLAIN)
LOCALE = Path(__file__).parents[1] / "locale"
_CODE = re.compile(r"[A-Za-z]{2,3}([_-][A-Za-z]{2,4})?")
# What is spoken beside the languages on disk.
SPOKEN: dict[str, Translate] = {"en": str}


@cache
def language(code: str) -> Translate | None:
    """A language's way of putting a template, English being as it is written; ``None`` for one that is not here."""
    if code in SPOKEN:
        return SPOKEN[code]
    if not _CODE.fullmatch(code) or not (LOCALE / code / "LC_MESSAGES" / "waymark.mo").is_file():
        return None
    return translation("waymark", LOCALE, [code]).gettext


def screen_texts(code: str) -> dict[str, str] | None:
    """The screens' own texts in a language; ``None`` for one that is not here."""
    translate = language(code)
    if translate is None:
        return None
    texts: list[str] = json.loads((LOCALE / "screens.json").read_text(encoding="utf-8"))
    return {text: translate(text) for text in texts}


def as_said(told: Said | str) -> Said:
    """What may be a sentence or plain words, as part of another sentence."""
    return told if isinstance(told, Said) else words(told)


def tell(said: Said | str) -> str:
    """A sentence, or a fixed text of a table, for whoever reads now."""
    reader = READER.get()
    return reader.tell(said) if isinstance(said, Said) else reader.translate(said)


def _told(value: Any) -> Any:
    # A field that may be empty stays so.
    return tell(value) if isinstance(value, Said | str) else value


@contextmanager
def read_by(reader: Reader) -> Iterator[None]:
    """While this holds, sentences are told to ``reader``."""
    before = READER.set(reader)
    try:
        yield
    finally:
        READER.reset(before)


if TYPE_CHECKING:
    Told = Said | str
else:
    # Kept as it was said and told only when it is sent, so that one answer worked out serves every reader.
    Told = Annotated[Any, PlainSerializer(_told), WithJsonSchema({"type": "string"})]
