"""The ring sheet as PDF, 1:1: rings to read a spoonful's spread off, and a bar to check the print by."""

from __future__ import annotations

import io

from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from archtop.core.base import in_us
from archtop.core.rheology import CUP_MM, SPOON_ML
from archtop.studio.sheets.check_bar import draw_check_bar
from archtop.studio.sheets.names import PaperName
from archtop.studio.sheets.paper import PAPERS

__all__ = ["RINGS_MM", "ring_sheet_pdf"]

RINGS_MM = tuple(range(45, 115, 5))
_INK = colors.HexColor("#14263f")
_LINES = (
    f"Under glass or in a sleeve. Tip one level spoonful ({SPOON_ML:g} ml) onto the middle and wait ten seconds.",
    "Press the number of the ring it reached at the bench; between two, the nearer. Wipe the sheet with a gloved hand.",
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
    for ring in RINGS_MM:
        page.setLineWidth(0.9 if ring % 10 == 0 else 0.4)
        page.circle(x, y, ring / 2 * mm, stroke=1, fill=0)
    page.setFont("Helvetica-Bold", 8)
    for i, ring in enumerate(RINGS_MM):
        # Numbers take turns between the two sides, so that none sits on its neighbour's ring.
        side = 1 if i % 2 else -1
        page.setFillColor(colors.white)
        page.rect(x + side * ring / 2 * mm - 3 * mm, y - 1.8 * mm, 6 * mm, 3.6 * mm, stroke=0, fill=1)
        page.setFillColor(_INK)
        page.drawCentredString(x + side * ring / 2 * mm, y - 1.1 * mm, str(ring))
    page.setLineWidth(0.6)
    page.line(x - 4 * mm, y, x + 4 * mm, y)
    page.line(x, y - 4 * mm, x, y + 4 * mm)
    draw_check_bar(page, paper, width, 20 * mm, size=10)
    page.showPage()
    page.save()
    return data.getvalue()
