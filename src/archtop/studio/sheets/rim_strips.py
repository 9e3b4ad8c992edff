"""The two strips for a mould's rim as PDF, 1:1: where the wire goes, and marks for the camera."""

from __future__ import annotations

import io

from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from archtop.core import Loaf, LoafPlan
from archtop.core.camera import RimStrips
from archtop.core.geometry import Mould
from archtop.studio.sheets.check_bar import draw_check_bar
from archtop.studio.sheets.marks import draw_marks
from archtop.studio.sheets.names import PaperName
from archtop.studio.sheets.paper import PAPERS

__all__ = ["rim_strip_pdf", "strips_of"]

_INK = colors.HexColor("#14263f")
_MARGIN_MM, _HEAD_MM, _GAP_MM, _FOOT_MM = 12.0, 40.0, 10.0, 24.0
_LINES = (
    "Cut both strips out and stick one on each long rim, its thick edge along the mould's inside wall, front at the "
    "front end.",
    "Lengths that do not fit the page are glued end to end. The square marks are for a photograph of the top, taken",
    "from straight above, with all of them in the picture and nothing on them.",
)


def strips_of(mould: Mould) -> RimStrips:
    """The strips that go on a mould's rim."""
    front, back = mould.ends(mould.height_mm)
    return RimStrips(front, back, max(x for x, _ in mould.outline_at((front + back) / 2)))


def rim_strip_pdf(loaf: Loaf, plan: LoafPlan, paper: PaperName) -> bytes:
    """Both strips in lengths that fit the page, as many pages as they take."""
    data = io.BytesIO()
    # The pages lie on their long side.
    height, width = PAPERS[paper]
    page = Canvas(data, pagesize=(width, height))
    page.setTitle(f"{loaf.name}: strips for the rim")
    strips = strips_of(loaf.mould)
    lengths = strips.lengths(width / mm - 2 * _MARGIN_MM)
    pieces = [(side, length) for side in (-1, 1) for length in lengths]
    each = strips.wide_mm + _GAP_MM
    fits = int((height / mm - _HEAD_MM - _FOOT_MM + _GAP_MM) // each)
    for first in range(0, len(pieces), fits):
        page.setFillColor(_INK)
        page.setStrokeColor(_INK)
        page.setFont("Helvetica-Bold", 12)
        page.drawString(_MARGIN_MM * mm, height - 12 * mm, f"{loaf.name}: strips for the mould's rim, 1:1")
        page.setFont("Helvetica", 9.5)
        for i, text in enumerate(_LINES):
            page.drawString(_MARGIN_MM * mm, height - (18 + 5 * i) * mm, text)
        for i, (side, length) in enumerate(pieces[first : first + fits]):
            page.saveState()
            page.translate(_MARGIN_MM * mm, height - (_HEAD_MM + i * each) * mm)
            _strip(page, plan, strips, side, length)
            page.restoreState()
        draw_check_bar(page, paper, width, 14 * mm)
        page.showPage()
    page.save()
    return data.getvalue()


def _strip(page: Canvas, plan: LoafPlan, strips: RimStrips, side: int, length: tuple[float, float]) -> None:
    """A length of the left (−1) or right (1) strip, its upper left where the canvas has its origin."""
    start, end = length
    middle = (strips.front_mm + strips.back_mm) / 2
    page.setFillColor(_INK)
    page.setStrokeColor(_INK)
    page.setLineWidth(0.4)
    page.rect(0, -strips.wide_mm * mm, (end - start) * mm, strips.wide_mm * mm)
    # Its inner edge is the lower one of the left strip, the upper one of the right strip.
    inner = -strips.wide_mm if side < 0 else 0.0
    inwards = 1 if side < 0 else -1
    page.setLineWidth(1.6)
    page.line(0, inner * mm, (end - start) * mm, inner * mm)
    page.setLineWidth(0.5)
    edges = sorted({edge for bar in plan.cuts.bars for edge in (bar.from_mm, bar.to_mm)})
    for at in (edge - middle for edge in edges):
        if start <= at <= end:
            page.line((at - start) * mm, inner * mm, (at - start) * mm, (inner + inwards * strips.cuts_mm) * mm)
    page.setFont("Helvetica", 8)
    for bar in plan.cuts.bars:
        at = (bar.from_mm + bar.to_mm) / 2 - middle
        if start <= at <= end:
            up = inner + inwards * strips.cuts_mm / 2 - 1
            page.drawCentredString((at - start) * mm, up * mm, str(bar.number))
    page.setFont("Helvetica-Bold", 8)
    outer = inner + inwards * (strips.wide_mm - 5)
    for mark, after in zip(strips.places(), [*strips.places()[1:], None], strict=True):
        # Between two marks there is room for a word.
        if after is not None and start <= (mark + after) / 2 - 25 and (mark + after) / 2 + 25 <= end:
            word = f"{'LEFT' if side < 0 else 'RIGHT'} RIM, FRONT THIS WAY <"
            page.drawCentredString(((mark + after) / 2 - start) * mm, outer * mm, word)
            break
    here = [mark for mark in strips.marks() if mark.y * side > 0 and start <= mark.x <= end]
    # Marks are told from the middle of the rim, downwards.
    outer_mm = -strips.half_mm - strips.wide_mm if side < 0 else strips.half_mm
    draw_marks(page, here, -start * mm, outer_mm * mm)
