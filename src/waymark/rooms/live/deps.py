"""What routes lean on that have to do with links."""

from __future__ import annotations

from typing import Annotated

from fastapi import Depends, Request

from waymark.rooms.live.hub import Live


def _live(request: Request) -> Live:
    live: Live = request.app.state.live
    return live


LiveDep = Annotated[Live, Depends(_live)]
