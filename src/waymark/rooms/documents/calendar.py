"""What is due, as a calendar that any calendar reads (RFC 5545). Nobody is reminded by Waymark itself."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, datetime, timedelta

from icalendar import Calendar, Event

from waymark.rooms.files import DayLine


def calendar_of(lines: Iterable[DayLine], stamp: datetime) -> bytes:
    """Every date that is due, a whole day each; ``stamp`` is when it was written."""
    made = Calendar()
    made.add("prodid", "-//Waymark//Day book//EN")
    made.add("version", "2.0")
    for line in lines:
        for due in line.due:
            on, event = date.fromisoformat(due.on), Event()
            event.add("uid", f"due-{line.id}-{due.number}@waymark")
            event.add("dtstamp", stamp)
            event.add("dtstart", on)
            event.add("dtend", on + timedelta(days=1))
            event.add("summary", f"{due.kind.capitalize()}: {line.rider}")
            if due.asks:
                event.add("description", due.asks)
            made.add_component(event)
    return bytes(made.to_ical())
