"""The registry: from the posts it makes the file, its commands, the trail and the shapes of the interface.

A new post is registered by being there (``rooms.posts.discover``); nothing else in the house names it.
"""

from __future__ import annotations

import operator
from collections.abc import Iterable
from functools import cached_property, reduce
from types import GenericAlias
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, TypeAdapter, create_model

from waymark.core.house import House
from waymark.rooms.files.command import FILE_COMMANDS, Command
from waymark.rooms.files.facts import Facts
from waymark.rooms.files.post import Layer, Post
from waymark.rooms.files.values import FileBase, MarkName
from waymark.rooms.riders import Profile
from waymark.rooms.shelves import ShelfView
from waymark.rooms.telling import Told


class TrailPost(BaseModel):
    """A post on the trail; ``reason`` is the sentence behind a stale one."""

    name: str
    label: Told
    state: Literal["empty", "work", "done", "stale"]
    note: Told
    reason: Told | None = None


class Registry:
    """Every post in its order on the trail, and what follows from them."""

    def __init__(self, posts: Iterable[Post]) -> None:
        self.posts: tuple[Post, ...] = tuple(sorted(posts, key=lambda p: p.place))
        names = [p.name for p in self.posts]
        commands = [c.model_fields["do"].default for c in self.commands]
        for kind, those in (("post", names), ("command", commands)):
            twice = sorted({n for n in those if those.count(n) > 1})
            if twice:
                raise ValueError(f"registered twice as a {kind}: {', '.join(twice)}")

    def post(self, name: str) -> Post:
        """A post by its name."""
        return next(p for p in self.posts if p.name == name)

    @cached_property
    def names(self) -> tuple[str, ...]:
        """The posts' names in the order of the trail."""
        return tuple(p.name for p in self.posts)

    @property
    def commands(self) -> tuple[type[Command], ...]:
        """Every command, the file's own first."""
        return (*FILE_COMMANDS, *(c for p in self.posts for c in p.commands))

    @cached_property
    def layers(self) -> tuple[Layer, ...]:
        """Every layer of marks in the order of the trail."""
        return tuple(p.layer for p in self.posts if p.layer is not None)

    def label_of(self, facts: Facts, mark: MarkName) -> str:
        """A mark's name on the sheet: the last word of the posts that have one for it."""
        named = [p.label_of(facts, mark) for p in self.posts if p.label_of]
        return named[-1] if named else mark.capitalize()

    @cached_property
    def file_model(self) -> type[FileBase]:
        """The fit file: what is every file's, and each post's part under its name."""
        kept = {p.kept_in: p.state for p in self.posts if p.state is not None}
        fields: dict[str, Any] = {name: (state, Field(default_factory=state)) for name, state in kept.items()}
        made: type[FileBase] = create_model(
            "FitState", __base__=FileBase, __doc__="One fit file's content.", __module__=__name__, **fields
        )
        made.parts = {state: name for name, state in kept.items()}
        return made

    @cached_property
    def command_union(self) -> Any:
        """Any one command, told apart by ``do``."""
        return Annotated[reduce(operator.or_, self.commands), Field(discriminator="do")]

    @cached_property
    def command_adapter(self) -> TypeAdapter[Any]:
        """Validates any one command."""
        return TypeAdapter(self.command_union)

    @cached_property
    def view_fields(self) -> dict[str, Any]:
        """The part of the sheet that each post fills while it is looked at."""
        return {p.name: (p.view | None, None) for p in self.posts if p.view is not None}

    @cached_property
    def view_name(self) -> Any:
        """The type of a post's name."""
        return Literal[self.names]

    def facts(
        self, file: FileBase, profile: Profile, shelf: ShelfView, house: House, before: Facts | None = None
    ) -> Facts:
        """What follows from a file, seen with a rider, a shelf and a house."""
        return Facts(file, profile, shelf, house, before)

    def trail(self, facts: Facts) -> list[TrailPost]:
        """How far each post is."""
        made = []
        for post in self.posts:
            it = post.stage(facts)
            made.append(TrailPost(name=post.name, label=post.label, state=it.state, note=it.note, reason=it.reason))
        return made


def changes_model(registry: Registry) -> type[BaseModel]:
    """The body of an edit: commands that are taken together, all or none, on the revision they were made on."""
    fields: dict[str, Any] = {
        "base_revision": (int, Field(ge=0, le=2**53)),
        "commands": (GenericAlias(list, (registry.command_union,)), Field(min_length=1, max_length=40)),
        "by": (str, Field(default="", max_length=80)),
        "have": (dict[str, str], Field(default_factory=dict, max_length=40)),
    }
    return create_model(
        "Changes",
        __config__=ConfigDict(extra="forbid"),
        __module__=__name__,
        __doc__="Commands taken together, all or none. ``have`` names the sections of the sheet already there.",
        **fields,
    )
