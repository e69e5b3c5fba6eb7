"""Set-up: the bike as built, checked against the goal."""

from waymark.rooms.posts.setup.facts import built_marks, placed_built, should_be

__all__ = ["built_marks", "placed_built", "should_be"]
