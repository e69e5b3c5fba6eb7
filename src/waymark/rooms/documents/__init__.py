"""Documents: the workshop card as a page, a PDF and a print view."""

from waymark.rooms.documents.card import card_for
from waymark.rooms.documents.pdf import write_pdf

__all__ = ["card_for", "write_pdf"]
