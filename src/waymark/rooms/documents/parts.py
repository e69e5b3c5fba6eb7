"""The parts list of a plan, to take to the shop: as CSV and as pages."""

from __future__ import annotations

import csv
import io

from waymark.core.drawing.parts_page import PartsGroup, PartsRow, parts_pages
from waymark.core.drawing.primitives import DisplayList
from waymark.core.errors import InputError
from waymark.core.say import Count, Said, say
from waymark.rooms.files import Look
from waymark.rooms.plan import FitLine, PartLine, chosen, fit_list, parts_list
from waymark.rooms.shelves import safe_cell
from waymark.rooms.telling import READER

HEADINGS: tuple[tuple[str, Said], ...] = (
    ("buy", say("To buy")), ("ask", say("To ask")), ("have", say("At hand")), ("keep", say("Kept")),
)  # fmt: skip
FITS: dict[str, Said] = {
    "fits": say("goes together"),
    "unknown": say("not on record"),
    "not": say("does not go together"),
}
COLUMNS = ("state", "what", "name", "count", "price_band", "note")


def _lines(look: Look) -> tuple[PartLine, ...]:
    lines = parts_list(look.facts)
    if not lines:
        raise InputError(
            "There is no parts list yet: choose a frame and its build first.",
            field="build",
            allowed="a frame that carries the goal, with a stem",
        )
    return lines


def parts_csv(look: Look) -> str:
    """A line a part, then one for each pair that must go together; raises ``InputError`` while nothing is planned."""
    out, read = io.StringIO(), READER.get().tell
    rows = csv.writer(out, lineterminator="\r\n")
    rows.writerow(COLUMNS)
    for x in _lines(look):
        note = read(x.note) if x.note else ""
        cells = (x.state, read(x.what), read(x.name), str(x.count), "" if x.band is None else str(x.band), note)
        rows.writerow([safe_cell(c) for c in cells])
    for fit in fit_list(look.facts):
        rows.writerow([safe_cell(c) for c in (fit.fits, read(fit.what), "", "", "", read(fit.why))])
    return out.getvalue()


def parts_pdf_pages(look: Look) -> list[DisplayList]:
    """The same as pages: bought first, then asked, at hand, kept, and what goes together."""
    lines, read, size = _lines(look), READER.get().tell, chosen(look.facts)
    groups = [
        PartsGroup(read(heading), tuple(_row(x) for x in lines if x.state == state)) for state, heading in HEADINGS
    ]
    groups.append(PartsGroup(read(say("What goes together")), tuple(_fit(x) for x in fit_list(look.facts))))
    under = say(
        "Parts list, change {number}. Price bands 1 to 5 are the house’s. The makers’ words outrank these.",
        number=Count(look.fit.head),
    )
    return parts_pages(look.rider.name, size.label if size else "", read(under), groups)


def _row(x: PartLine) -> PartsRow:
    read = READER.get().tell
    name = say("{count} × {name}", count=Count(x.count), name=x.name) if x.count > 1 else x.name
    return PartsRow(read(x.what), read(name), "" if x.band is None else str(x.band), read(x.note) if x.note else "")


def _fit(x: FitLine) -> PartsRow:
    read = READER.get().tell
    return PartsRow(read(x.what), read(FITS[x.fits]), "", read(x.why))
