"""The bar card as PDF, 1:1: chequers for a cut bar to lie on, and marks for the camera."""

from __future__ import annotations

import io

from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from archtop.core.camera import BAR_CARD
from archtop.studio.sheets.check_bar import draw_check_bar
from archtop.studio.sheets.marks import draw_marks
from archtop.studio.sheets.names import PaperName
from archtop.studio.sheets.paper import PAPERS

__all__ = ["bar_card_pdf"]

_INK = colors.HexColor("#14263f")
_LINES = (
    "On plain white paper, flat on the table. Lay a bar into the middle of the chequers: its front face up, its foot",
    "towards FOOT. Hold the telephone level above it, all eight square marks in the picture, and no flash.",
    "Fresh soap is caustic: gloves, and the card away from food.",
)
# From the page's upper edge to the card's middle.
_MIDDLE_MM = 148.0


def bar_card_pdf(paper: PaperName) -> bytes:
    """One page to be printed at 100 %, without fitting to the page."""
    data = io.BytesIO()
    width, height = PAPERS[paper]
    page = Canvas(data, pagesize=(width, height))
    page.setTitle("Bar card")
    page.setFillColor(_INK)
    page.setFont("Helvetica-Bold", 20)
    page.drawString(14 * mm, height - 20 * mm, "Bar card")
    page.setFont("Helvetica", 9.5)
    for i, text in enumerate(_LINES):
        page.drawString(14 * mm, height - (28 + 5.5 * i) * mm, text)
    x, y = width / 2, height - _MIDDLE_MM * mm
    _draw_chequers(page, x, y)
    draw_marks(page, BAR_CARD.marks, x, y)
    page.setFillColor(_INK)
    page.setFont("Helvetica-Bold", 13)
    foot = y - (BAR_CARD.marks[4].y + 16) * mm
    page.drawCentredString(x, foot, "FOOT")
    page.setStrokeColor(_INK)
    draw_check_bar(page, paper, width, 16 * mm, size=10)
    page.showPage()
    page.save()
    return data.getvalue()


def _draw_chequers(page: Canvas, x: float, y: float) -> None:
    """Ink where row and column are both even, or both odd, from the upper left."""
    page.setFillColor(colors.black)
    side = BAR_CARD.cell_mm * mm
    count = round(2 * BAR_CARD.half_mm / BAR_CARD.cell_mm)
    left, top = x - BAR_CARD.half_mm * mm, y + BAR_CARD.half_mm * mm
    for row in range(count):
        for column in range(row % 2, count, 2):
            page.rect(left + column * side, top - (row + 1) * side, side, side, stroke=0, fill=1)
