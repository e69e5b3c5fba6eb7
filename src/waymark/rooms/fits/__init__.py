"""Fit files: one carried position each, with its layers of marks and its history."""

from waymark.rooms.fits.fileio import file_schema
from waymark.rooms.fits.history import fit_row, head_of, state_of
from waymark.rooms.fits.layers import Layers, layers_of
from waymark.rooms.fits.ledger import MARKS, tolerance_of
from waymark.rooms.fits.photos import photos_of
from waymark.rooms.fits.pictures import drawn_plan
from waymark.rooms.fits.service import (
    OneChange,
    change,
    day_lines,
    export_fit,
    fits_of,
    history_lines,
    import_fit,
    open_fit,
)
from waymark.rooms.fits.sheet import cautions_of, sheet_of
from waymark.rooms.fits.standin import true_value
from waymark.rooms.fits.state import FitState
from waymark.rooms.fits.tables import FitRow

__all__ = [
    "MARKS",
    "FitRow",
    "FitState",
    "Layers",
    "OneChange",
    "cautions_of",
    "change",
    "day_lines",
    "drawn_plan",
    "export_fit",
    "file_schema",
    "fit_row",
    "fits_of",
    "head_of",
    "history_lines",
    "import_fit",
    "layers_of",
    "open_fit",
    "photos_of",
    "sheet_of",
    "state_of",
    "tolerance_of",
    "true_value",
]
