"""What routes about files lean on: the desk of the running application."""

from __future__ import annotations

from typing import Annotated

from fastapi import Depends, Request

from waymark.rooms.files.desk import Desk


def _desk(request: Request) -> Desk:
    found: Desk = request.app.state.desk
    return found


DeskDep = Annotated[Desk, Depends(_desk)]
