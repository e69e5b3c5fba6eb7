"""The one exception tree. Every failure of the core names what was wrong and what would be right."""

from __future__ import annotations

from waymark.core.say import Said, term


class WaymarkError(Exception):
    """Base of everything Waymark raises on purpose.

    Attributes: ``said`` is a sentence for the fitter, ``message`` its English; ``field`` the input it concerns,
    dotted; ``allowed`` what would have been taken; ``kept`` what was typed, so that nothing entered is lost.
    """

    code = "error"

    def __init__(
        self,
        said: Said | str,
        *,
        field: str | None = None,
        allowed: Said | str | None = None,
        kept: str | None = None,
    ) -> None:
        self.said = term(said) if isinstance(said, str) else said
        self.message = str(self.said)
        super().__init__(self.message)
        self.field = field
        self.allowed = term(allowed) if isinstance(allowed, str) else allowed
        self.kept = kept


class InputError(WaymarkError):
    """A value that cannot be what it says it is."""

    code = "input"


class AmbiguousError(InputError):
    """Words that could mean two different lengths; the fitter is asked, nothing is guessed."""

    code = "ambiguous"


class GeometryError(WaymarkError):
    """Numbers that are each possible but cannot all hold together."""

    code = "geometry"


class NotFoundError(WaymarkError):
    """What was asked for is not kept here."""

    code = "not_found"


class ConflictError(WaymarkError):
    """Somebody else changed the same file since it was read."""

    code = "conflict"


class TooLargeError(WaymarkError):
    """More than is taken at once."""

    code = "too_large"


class StoppedError(WaymarkError):
    """Long work was stopped by the one who watched it."""

    code = "stopped"
