"""Days as they are written on paper."""

from __future__ import annotations

from datetime import date

from waymark.core.say import Count, Said, say

MONTHS = (
    say("January"), say("February"), say("March"), say("April"), say("May"), say("June"), say("July"), say("August"),
    say("September"), say("October"), say("November"), say("December"),
)  # fmt: skip


def day_words(day: date) -> Said:
    """A day with its month in words."""
    return say("{day} {month} {year}", day=Count(day.day), month=MONTHS[day.month - 1], year=Count(day.year))
