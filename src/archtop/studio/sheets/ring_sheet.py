"""The ring sheet as PDF, 1:1: rings to read a spoonful's spread off, and a bar to check the print by."""

from __future__ import annotations

import io
import math

from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from archtop.core.base import in_us
from archtop.core.camera import RING_SHEET
from archtop.core.rheology import CUP_MM, SPOON_ML
from archtop.studio.sheets.check_bar import draw_check_bar
from archtop.studio.sheets.marks import draw_marks
from archtop.studio.sheets.names import PaperName
from archtop.studio.sheets.paper import PAPERS

__all__ = ["ring_sheet_pdf"]

_INK = colors.HexColor("#14263f")
_PALE = colors.HexColor("#8b97a8")
_LINES = (
    f"Flat, under glass or in a sleeve. Tip one level spoonful ({SPOON_ML:g} ml) onto the middle and wait ten seconds.",
    "At the bench photograph it, all four square marks in the picture, or press the ring it reached, the nearer one.",
    f"Frosting that hardly spreads: turn a straight cup of {CUP_MM:g} mm over, lift it off, and measure what stands.",
    "Fresh batter is caustic: goggles and gloves, and nothing of it goes back into the pot.",
)


def ring_sheet_pdf(paper: PaperName) -> bytes:
    """One page to be printed at 100 %, without fitting to the page."""
    data = io.BytesIO()
    width, height = PAPERS[paper]
    page = Canvas(data, pagesize=(width, height))
    page.setTitle("Ring sheet")
    page.setFillColor(_INK)
    page.setStrokeColor(_INK)
    page.setFont("Helvetica-Bold", 20)
    page.drawString(18 * mm, height - 22 * mm, "Ring sheet")
    page.setFont("Helvetica", 10)
    for i, text in enumerate(_LINES):
        said = in_us(text) if paper == "Letter" else text
        page.drawString(18 * mm, height - (30 + 5.5 * i) * mm, said)
    x, y = width / 2, height / 2 - 12 * mm
    _draw_for_the_camera(page, x, y)
    for ring in RING_SHEET.rings_mm:
        page.setLineWidth(0.9 if ring % 10 == 0 else 0.4)
        page.circle(x, y, ring / 2 * mm, stroke=1, fill=0)
    page.setFont("Helvetica-Bold", 7)
    for i, ring in enumerate(RING_SHEET.rings_mm):
        # Numbers take turns between the two sides, so that none sits on its neighbour's ring.
        side = 1 if i % 2 else -1
        page.setFillColor(colors.white)
        half = (2.2 if ring >= 100 else 1.7) * mm
        page.rect(x + side * ring / 2 * mm - half, y - 1.5 * mm, 2 * half, 3 * mm, stroke=0, fill=1)
        page.setFillColor(_INK)
        page.drawCentredString(x + side * ring / 2 * mm, y - 0.9 * mm, str(ring))
    page.setLineWidth(0.6)
    page.line(x - 4 * mm, y, x + 4 * mm, y)
    page.line(x, y - 4 * mm, x, y + 4 * mm)
    draw_check_bar(page, paper, width, 20 * mm, size=10)
    page.showPage()
    page.save()
    return data.getvalue()


def _draw_for_the_camera(page: Canvas, x: float, y: float) -> None:
    """Spokes and marks about the middle [points]."""
    # Pale beside the rings, which are read by eye; dark enough for a camera.
    page.setStrokeColor(_PALE)
    page.setLineWidth(RING_SHEET.spoke_mm * mm)
    for spoke in range(RING_SHEET.spokes):
        angle = 2 * math.pi * spoke / RING_SHEET.spokes
        near, far = (reach * mm for reach in (RING_SHEET.spokes_from_mm, RING_SHEET.spokes_to_mm))
        towards = math.cos(angle), math.sin(angle)
        page.line(x + near * towards[0], y + near * towards[1], x + far * towards[0], y + far * towards[1])
    page.setStrokeColor(_INK)
    draw_marks(page, RING_SHEET.marks, x, y)
    page.setFillColor(_INK)
