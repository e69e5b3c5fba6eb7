"""The shelves: frames with their sizes, and parts."""

from waymark.rooms.shelves.catalogue import search_shelf
from waymark.rooms.shelves.csvio import FRAME_COLUMNS, PART_COLUMNS, read_frames, read_parts
from waymark.rooms.shelves.schemas import (
    DropBarPart,
    FlatBarPart,
    FrameSize,
    Part,
    PostPart,
    SaddlePart,
    StemPart,
)
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

__all__ = [
    "FRAME_COLUMNS",
    "PART_COLUMNS",
    "DropBarPart",
    "FlatBarPart",
    "FrameSize",
    "Part",
    "PostPart",
    "SaddlePart",
    "StemPart",
    "export_frames",
    "export_parts",
    "frame_size",
    "frame_sizes",
    "import_frames",
    "import_parts",
    "part",
    "parts",
    "put_frames",
    "put_parts",
    "read_frames",
    "read_parts",
    "search_shelf",
]
