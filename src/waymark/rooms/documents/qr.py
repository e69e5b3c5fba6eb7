"""A QR code as rows of squares."""

from __future__ import annotations

from reportlab.graphics.barcode.qrencoder import QRCode, QRErrorCorrectLevel


def squares(text: str) -> tuple[tuple[bool, ...], ...]:
    """The code of ``text``, row by row from the top, of which some fifteen parts in a hundred may be damaged (level M)."""
    code = QRCode(None, QRErrorCorrectLevel.M)
    code.addData(text)
    code.make()
    n = code.getModuleCount()
    return tuple(tuple(bool(code.isDark(r, c)) for c in range(n)) for r in range(n))
