"""Edits of the plan's seat: another post, how far it shows, and where the saddle is clamped."""

from __future__ import annotations

from math import ceil, floor
from typing import Literal

from pydantic import Field

from waymark.core.say import Length, Said, Words, say
from waymark.core.search.seats import best_seat, post_bounds
from waymark.core.seat import seat_for
from waymark.rooms.deps import MOST_KEY
from waymark.rooms.files import Command, Work
from waymark.rooms.plan import OWN_POST, BuildState, chosen_option, plan_goal
from waymark.rooms.posts.build.seat_view import fitting_posts, post_option
from waymark.rooms.schema import mm
from waymark.rooms.shelves import PostPart, SaddlePart


def _post(work: Work, command: Command, field: str) -> PostPart:
    post = work.file.part(BuildState).post
    if post is None or post.name == OWN_POST:
        raise command.refuse(field, "No post from the shelf is planned.", "a post of the frame's diameter")
    return post


class PutPost(Command):
    """Another post, set as near the goal as it goes."""

    do: Literal["build.post"] = "build.post"
    part: int = Field(ge=1, le=MOST_KEY)

    def run(self, work: Work) -> Said:
        """Put it in; raises ``InputError`` for one that does not go into the frame."""
        facts, b = work.facts, work.file.part(BuildState)
        frame, goal = chosen_option(facts), plan_goal(facts)
        part = dict(fitting_posts(facts)).get(self.part)
        if part is None or frame is None or goal is None or goal.saddle_fit is None:
            raise self.refuse(
                "part", "This post does not go into the frame.", "a post of the frame's diameter", self.part
            )
        post = post_option(self.part, part)
        found = best_seat(frame, (post,), goal.saddle_fit, goal.saddle, goal.tolerance, goal.weights)
        b.post, b.post_exposed_mm, b.slide_mm = part, round(found.exposed_mm), round(found.slide_mm)
        return say("Post {name}", name=Words(part.name))


class ShowPost(Command):
    """How far the post shows above the seat tube."""

    do: Literal["build.post_showing"] = "build.post_showing"
    showing_mm: float = mm(0, 900)

    def run(self, work: Work) -> Said:
        """Set it; raises ``InputError`` past what post and frame allow."""
        post, frame, goal = _post(work, self, "showing_mm"), chosen_option(work.facts), plan_goal(work.facts)
        if frame is None or goal is None:
            raise self.refuse("showing_mm", "There is no frame to put it into.", "a chosen frame")
        low, high = post_bounds(frame, post_option(1, post), goal.weights)
        if not low <= self.showing_mm <= high:
            raise self.refuse(
                "showing_mm", "Post or frame do not allow this.", f"{low:g} to {high:g} mm", f"{self.showing_mm:g}"
            )
        work.file.part(BuildState).post_exposed_mm = self.showing_mm
        return say("Post showing {height}", height=Length(self.showing_mm, exact=True))


class SlideSaddle(Command):
    """Where the saddle is clamped on its rails, + forward of their middle."""

    do: Literal["build.rails"] = "build.rails"
    slide_mm: float = mm(-80, 80)

    def run(self, work: Work) -> Said:
        """Set it; raises ``InputError`` past the rails' end."""
        _post(work, self, "slide_mm")
        goal = plan_goal(work.facts)
        room = goal.saddle_fit.rail_room_mm if goal is not None and goal.saddle_fit is not None else 0.0
        if abs(self.slide_mm) > room:
            raise self.refuse(
                "slide_mm", "The rails end before that.", f"{-room:g} to {room:g} mm", f"{self.slide_mm:g}"
            )
        work.file.part(BuildState).slide_mm = self.slide_mm
        return say("Rails at {slide}", slide=Length(self.slide_mm, signed=True, exact=True))


class PutSaddle(Command):
    """Another saddle with its mark where the goal has it; none is the rider's own."""

    do: Literal["build.saddle"] = "build.saddle"
    part: int | None = Field(default=None, ge=1, le=MOST_KEY)

    def run(self, work: Work) -> Said:
        """Put it on, post and rails set so that the mark stays; raises ``InputError`` while no seat is planned."""
        b = work.file.part(BuildState)
        if b.post is None:
            raise self.refuse("part", "There is no post to clamp a saddle.", "a build with a post")
        found = None if self.part is None else work.facts.shelf.part(self.part, "saddle")
        b.saddle = found if isinstance(found, SaddlePart) else None
        # What follows from the file now knows the saddle: its rails and height set the post anew.
        frame, goal = chosen_option(work.facts), plan_goal(work.facts)
        if frame is not None and goal is not None and goal.saddle_fit is not None:
            fit = goal.saddle_fit
            need = seat_for(frame.seat_angle_deg, b.post.setback_mm, fit.fit, goal.saddle, frame.axis_behind_bb_mm)
            room, shown = fit.rail_room_mm, round(need.post_mm - frame.seat_tube_mm)
            if b.post.name != OWN_POST:
                low, high = post_bounds(frame, post_option(1, b.post), goal.weights)
                shown = round(min(max(shown, ceil(low)), floor(high)))
            b.post_exposed_mm = shown
            b.slide_mm = round(min(max(need.slide_mm, -room), room))
        return say("Saddle {name}", name=Words(b.saddle.name)) if b.saddle else say("Saddle as on the old bike")


SEAT_COMMANDS: tuple[type[Command], ...] = (PutPost, ShowPost, SlideSaddle, PutSaddle)
