"""The shelves: frames with their sizes, and parts."""

from waymark.rooms.shelves.catalogue import Wanted, bar_option, faults_of, frame_option, places_of, search_shelf
from waymark.rooms.shelves.csvio import FRAME_COLUMNS, PART_COLUMNS, read_frames, read_parts
from waymark.rooms.shelves.parts import (
    AeroBarPart,
    CockpitPart,
    DropBarPart,
    FlatBarPart,
    LeverPart,
    Part,
    PostPart,
    SaddlePart,
    StemPart,
)
from waymark.rooms.shelves.schemas import FrameSize, Kind, Material
from waymark.rooms.shelves.service import (
    export_frames,
    export_parts,
    frame_size,
    frame_sizes,
    import_frames,
    import_parts,
    part,
    parts,
    put_frames,
    put_parts,
)
from waymark.rooms.shelves.view import ShelfView, shelf_view

__all__ = [
    "FRAME_COLUMNS",
    "PART_COLUMNS",
    "AeroBarPart",
    "CockpitPart",
    "DropBarPart",
    "FlatBarPart",
    "FrameSize",
    "Kind",
    "LeverPart",
    "Material",
    "Part",
    "PostPart",
    "SaddlePart",
    "ShelfView",
    "StemPart",
    "Wanted",
    "bar_option",
    "export_frames",
    "export_parts",
    "faults_of",
    "frame_option",
    "frame_size",
    "frame_sizes",
    "import_frames",
    "import_parts",
    "part",
    "parts",
    "places_of",
    "put_frames",
    "put_parts",
    "read_frames",
    "read_parts",
    "search_shelf",
    "shelf_view",
]
