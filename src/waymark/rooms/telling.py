"""The edge where sentences become text, in the units and the language of whoever reads them."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import TYPE_CHECKING, Annotated, Any

from pydantic import PlainSerializer, WithJsonSchema

from waymark.core.say import Reader, Said, Translate

_PLAIN = Reader()
READER: ContextVar[Reader] = ContextVar("reader", default=_PLAIN)
# A language's way of putting a template; English is as it is written.
LANGUAGES: dict[str, Translate] = {"en": str}


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
