"""The bar on every sheet that is printed true to size: measured, it tells whether the printer kept to that."""

from __future__ import annotations

from typing import Final

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from archtop.core.base import MM_PER_INCH
from archtop.studio.sheets.names import PaperName

__all__ = ["CHECK_BAR_MM", "check_words", "draw_check_bar"]

# Round in the units that go with the paper.
CHECK_BAR_MM: Final[dict[PaperName, float]] = {"A4": 100.0, "Letter": 4 * MM_PER_INCH}
_SAID: Final[dict[PaperName, str]] = {"A4": "100 mm", "Letter": "4 in"}


def check_words(paper: PaperName) -> str:
    """What stands under it."""
    return f"This bar is {_SAID[paper]}. If it is not, print at 100 %."


def draw_check_bar(page: Canvas, paper: PaperName, width: float, foot: float, size: float = 9) -> None:
    """Draw it in the middle of a page of that width, its line at ``foot`` [both in points]."""
    long = CHECK_BAR_MM[paper] * mm
    left = (width - long) / 2
    page.setLineWidth(1.2)
    page.line(left, foot, left + long, foot)
    for end in (left, left + long):
        page.line(end, foot - 2 * mm, end, foot + 2 * mm)
    page.setFont("Helvetica", size)
    page.drawCentredString(width / 2, foot - 6 * mm, check_words(paper))
