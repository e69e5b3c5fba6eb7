"""The ways a bike that is owned can reach a goal at its front end, cheapest first (docs/formulas.md, Ways)."""

from waymark.core.ways.ways import (
    RUNGS,
    Drawer,
    HeldStem,
    Now,
    SoldSpacer,
    Way,
    every_way,
)

__all__ = ["RUNGS", "Drawer", "HeldStem", "Now", "SoldSpacer", "Way", "every_way"]
