"""The posts of a file's trail, one folder each. A post is registered by having ``post.py`` with its ``POST``."""

from __future__ import annotations

from functools import cache
from importlib import import_module
from pkgutil import iter_modules
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from waymark.rooms.files import Registry


@cache
def registry() -> Registry:
    """Every post that is there, in its order on the trail."""
    from waymark.rooms.files import Registry

    names = [m.name for m in iter_modules(__path__) if m.ispkg]
    return Registry(import_module(f"{__name__}.{name}.post").POST for name in names)
