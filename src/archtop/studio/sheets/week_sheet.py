"""One week of a season on a page: a column to a day, what hands do in it, and what waits over it."""

from __future__ import annotations

import datetime as dt
import io
import zoneinfo

from reportlab.lib import colors
from reportlab.lib.pagesizes import landscape
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit
from reportlab.pdfgen.canvas import Canvas

from archtop.core.base import Counting, as_counted
from archtop.core.schedule import Block, SeasonPlan
from archtop.studio.sheets.names import PaperName
from archtop.studio.sheets.paper import PAPERS

__all__ = ["week_sheet_pdf"]

_AS_USUAL = Counting()
_INK, _SOFT = colors.HexColor("#14263f"), colors.HexColor("#5c6b7a")
_MARGIN, _SIZE, _LEAD = 12 * mm, 9, 11


def week_sheet_pdf(
    plan: SeasonPlan, first: dt.date, zone: zoneinfo.ZoneInfo, paper: PaperName, counting: Counting = _AS_USUAL
) -> bytes:
    """The seven days from ``first``, in the studio's own time, as it writes its days."""
    data = io.BytesIO()
    width, height = landscape(PAPERS[paper])
    page = Canvas(data, pagesize=(width, height))
    page.setTitle(f"Week of {first:%d %B %Y}")
    page.setFillColor(_INK)
    page.setFont("Helvetica-Bold", 16)
    page.drawString(_MARGIN, height - _MARGIN - 12, as_counted(f"Week of {first.day} {first:%B %Y}", counting))
    column = (width - 2 * _MARGIN) / 7
    for n in range(7):
        day = first + dt.timedelta(days=n)
        x = _MARGIN + n * column
        page.setStrokeColor(_SOFT)
        page.line(x, _MARGIN, x, height - _MARGIN - 22)
        page.setFillColor(_INK)
        page.setFont("Helvetica-Bold", 11)
        page.drawString(x + 4, height - _MARGIN - 36, f"{day:%A} {day.day}")
        y = height - _MARGIN - 54
        for block in plan.blocks:
            if block.start.astimezone(zone).date() == day:
                y = _block(page, block, zone, (x + 4, y), column - 8)
    page.showPage()
    page.save()
    return data.getvalue()


def _block(page: Canvas, block: Block, zone: zoneinfo.ZoneInfo, at: tuple[float, float], wide: float) -> float:
    """One job with a box to tick; where the next begins."""
    (x, y), start, end = at, block.start.astimezone(zone), block.end.astimezone(zone)
    page.setFillColor(_SOFT)
    page.setFont("Helvetica", _SIZE - 1)
    page.drawString(x + 11, y, "ready" if block.kind == "cured" else f"{start:%H:%M}-{end:%H:%M}")
    if block.kind != "cured":
        page.setStrokeColor(_INK)
        page.rect(x, y - 1, 7, 7)
    page.setFillColor(_INK)
    page.setFont("Helvetica", _SIZE)
    for line in simpleSplit(block.title, "Helvetica", _SIZE, wide):
        y -= _LEAD
        page.drawString(x, y, line)
    return y - _LEAD - 4
