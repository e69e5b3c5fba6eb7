"""Writes the lists that both sides share (posts, layers, marks, uses) for the screens: ``make client`` runs it."""

from __future__ import annotations

import json
from typing import Any

from waymark.core.rules.house import STEM_WINDOWS
from waymark.rooms.files import LAYERS, MARKS
from waymark.rooms.posts import registry


def main() -> None:
    """Print the module."""
    lists: dict[str, Any] = {
        "POSTS": registry().names,
        "LAYERS": LAYERS,
        "MARKS": MARKS,
        "RELATIVE": [c.model_fields["do"].default for c in registry().commands if c.relative],
    }
    print("// Made by make client; not kept.")
    for name, values in lists.items():
        print(f"export const {name} = {json.dumps(values)} as const")
    uses = {name: window.label for name, window in STEM_WINDOWS.items()}
    print(f"export const DISCIPLINES: Record<string, string> = {json.dumps(uses)}")
    print("export type PostName = (typeof POSTS)[number]")
    print("export type LayerName = (typeof LAYERS)[number]")


if __name__ == "__main__":
    main()
