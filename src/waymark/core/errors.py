"""The one exception tree. Every failure of the core names what was wrong and what would be right."""


class WaymarkError(Exception):
    """Base of everything Waymark raises on purpose.

    Attributes: ``message`` is a sentence for the fitter; ``field`` the input it concerns, dotted;
    ``allowed`` what would have been taken; ``kept`` what was typed, so that nothing entered is lost.
    """

    code = "error"

    def __init__(
        self,
        message: str,
        *,
        field: str | None = None,
        allowed: str | None = None,
        kept: str | None = None,
    ) -> None:
        super().__init__(message)
        self.message = message
        self.field = field
        self.allowed = allowed
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
