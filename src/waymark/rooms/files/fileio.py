"""The open fit file ``*.waymark.json``: one rider and one fit as it now stands, without its history (docs/formats.md).

Export writes the same bytes for the same content; importing a file and exporting it gives it back.
"""

from __future__ import annotations

import json
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError, create_model

from waymark.core.errors import InputError
from waymark.rooms.deps import refused
from waymark.rooms.doorway import refuse_half_letters
from waymark.rooms.files.migrated import migrated
from waymark.rooms.files.registry import Registry
from waymark.rooms.files.values import VERSION, FileBase
from waymark.rooms.riders import Profile

FORMAT = "waymark-fit"


class FitFileRider(BaseModel):
    """The rider a file is about."""

    model_config = ConfigDict(extra="forbid")

    name: str = Field(min_length=1, max_length=120)
    profile: Profile


class FileFormat:
    """Reads and writes the format for the posts that are registered."""

    def __init__(self, registry: Registry) -> None:
        fields: dict[str, Any] = {
            "format": (Literal["waymark-fit"], "waymark-fit"),
            "version": (int, Field(ge=1, le=VERSION)),
            "title": (str, Field(min_length=1, max_length=160)),
            "rider": (FitFileRider, ...),
            "fit": (registry.file_model, ...),
        }
        self.model: type[Any] = create_model(
            "FitFile",
            __config__=ConfigDict(extra="forbid"),
            __doc__="The whole file.",
            __module__=__name__,
            **fields,
        )

    def write(self, title: str, rider_name: str, profile: Profile, file: FileBase) -> str:
        """A fit file's text, keys in the order of the format."""
        made = self.model(version=VERSION, title=title, rider=FitFileRider(name=rider_name, profile=profile), fit=file)
        return json.dumps(made.model_dump(exclude_none=True), indent=2, ensure_ascii=False) + "\n"

    def read(self, text: str) -> Any:
        """A fit file from text of any known version; raises ``InputError`` naming the place that is wrong."""
        raw = _raw(text)
        if isinstance(raw.get("fit"), dict):
            raw = {**raw, "version": VERSION, "fit": migrated(raw["fit"])}
        try:
            return self.model.model_validate(raw)
        except ValidationError as wrong:
            raise refused(wrong) from wrong

    def schema(self) -> dict[str, Any]:
        """The file's JSON Schema, generated from the models."""
        return {"$schema": "https://json-schema.org/draft/2020-12/schema", **self.model.model_json_schema()}


def _raw(text: str) -> dict[str, Any]:
    try:
        raw: Any = json.loads(text)
    except (ValueError, RecursionError) as wrong:
        where = "nested too deep" if isinstance(wrong, RecursionError) else "a number is too long"
        where = f"line {wrong.lineno}" if isinstance(wrong, json.JSONDecodeError) else where
        raise InputError(
            f"This is not readable as JSON: {where}.", field="file", allowed="a waymark.json file"
        ) from wrong
    refuse_half_letters(raw)
    if not isinstance(raw, dict) or raw.get("format") != FORMAT:
        raise InputError("This is no fit file.", field="format", allowed=FORMAT)
    version = raw.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise InputError("The file has no version.", field="version", allowed=f"1 to {VERSION}")
    if version > VERSION:
        raise InputError(
            f"The file is of version {version}, newer than this house reads.",
            field="version",
            allowed=f"1 to {VERSION}",
            kept=str(version),
        )
    return raw
