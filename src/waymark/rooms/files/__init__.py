"""Fit files: one carried position each, edited by typed commands, with a history that is never rewritten.

What is in a file is the posts' business (``rooms.posts``); this room knows only what a post is.
"""

from waymark.rooms.files.command import Command, Describe, Work, key_field
from waymark.rooms.files.deps import DeskDep
from waymark.rooms.files.desk import DayLine, Desk, Look, fits_of
from waymark.rooms.files.facts import Fact, Facts, fact
from waymark.rooms.files.fileio import FileFormat
from waymark.rooms.files.history import file_of, fit_row, lines
from waymark.rooms.files.ledger import Cell, LedgerRow, cell_of, ledger_of, misses
from waymark.rooms.files.picture import CranksTurned, Picture, Shape, shapes
from waymark.rooms.files.post import Layer, Post, Stage
from waymark.rooms.files.registry import Registry
from waymark.rooms.files.routes import files_router
from waymark.rooms.files.sheet import Dial, SidesDeg
from waymark.rooms.files.tables import FitRow
from waymark.rooms.files.values import (
    LAYERS,
    MARKS,
    FileBase,
    LayerName,
    MarkName,
    Marks,
    PostState,
    SideMark,
    both,
)

__all__ = [
    "LAYERS",
    "MARKS",
    "Cell",
    "Command",
    "CranksTurned",
    "DayLine",
    "Describe",
    "Desk",
    "DeskDep",
    "Dial",
    "Fact",
    "Facts",
    "FileBase",
    "FileFormat",
    "FitRow",
    "Layer",
    "LayerName",
    "LedgerRow",
    "Look",
    "MarkName",
    "Marks",
    "Picture",
    "Post",
    "PostState",
    "Registry",
    "Shape",
    "SideMark",
    "SidesDeg",
    "Stage",
    "Work",
    "both",
    "cell_of",
    "fact",
    "file_of",
    "files_router",
    "fit_row",
    "fits_of",
    "key_field",
    "ledger_of",
    "lines",
    "misses",
    "shapes",
]
