"""The top of a loaf at 1:1, to lie beside it or under glass: cut lines, motifs, pieces, a bar to check the print by.

One drawing in millimetres, written as SVG on one sheet or as PDF tiled over as many pages as it takes.
"""

from __future__ import annotations

import io
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from xml.sax.saxutils import escape

from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from archtop.core import Loaf, LoafPlan
from archtop.studio.sheets.check_bar import CHECK_BAR_MM, check_words, draw_check_bar
from archtop.studio.sheets.names import PaperName
from archtop.studio.sheets.paper import PAPERS

__all__ = ["Mark", "template_pdf", "template_svg", "top_marks"]

_INK, _SOFT = "#14263f", "#7a8b99"
_MARGIN_MM, _FOOT_MM, _HEAD_MM = 12.0, 26.0, 16.0
# What a number of two digits takes along the loaf.
_NUMBER_MM = 7.0
# The drawing is in millimetres, whatever it is printed on.
_SVG_BAR_MM = CHECK_BAR_MM["A4"]


@dataclass(frozen=True)
class Mark:
    """A line, an ellipse or a word; places and sizes in millimetres along (x) and across (y) the loaf."""

    kind: str
    x: float
    y: float
    to_x: float = 0.0
    to_y: float = 0.0
    turn_deg: float = 0.0
    text: str = ""
    bold: bool = False


def top_marks(plan: LoafPlan) -> tuple[Mark, ...]:
    """Everything on the template, from the front end along and from the left edge across."""
    return tuple(_marks(plan))


def _marks(plan: LoafPlan) -> Iterator[Mark]:
    top = plan.top
    front, back, half = top.front_mm, top.back_mm, top.half_wide_mm
    long, wide = back - front, 2 * half
    for x0, y0, x1, y1 in ((0, 0, long, 0), (long, 0, long, wide), (long, wide, 0, wide), (0, wide, 0, 0)):
        yield Mark("line", x0, y0, x1, y1, bold=True)
    for bar in plan.cuts.bars:
        for edge in (bar.from_mm, bar.to_mm):
            yield Mark("line", edge - front, 0, edge - front, wide, bold=True)
    # As many numbers as can be read: thin bars are told by every second or third.
    thinnest = min(bar.to_mm - bar.from_mm for bar in plan.cuts.bars)
    for bar in plan.cuts.bars[:: math.ceil(_NUMBER_MM / thinnest)]:
        yield Mark("word", (bar.from_mm + bar.to_mm) / 2 - front, wide + 4, text=str(bar.number))
    for bar in plan.cuts.bars:
        ends = [right for _, right in bar.strips]
        for across in ends if bar.left_g else ends[:-1]:
            yield Mark("line", bar.from_mm - front, across + half, bar.to_mm - front, across + half, bold=True)
    for run in top.runs:
        for spot in run.spots:
            yield Mark(
                "ellipse", spot.y - front, spot.x + half, run.motif.long_mm / 2, run.motif.wide_mm / 2, spot.turn_deg
            )
    if top.scatter:
        for piece in top.scatter.strewn:
            at = piece.y - front, piece.x + half
            if piece.outline:
                yield from _ring(at, piece.outline, piece.turn_deg)
            else:
                yield Mark("ellipse", *at, piece.half_long, piece.half_wide, piece.turn_deg, bold=True)


def _ring(at: tuple[float, float], corners: Sequence[tuple[float, float]], turn_deg: float) -> Iterator[Mark]:
    """An outline around a place, turned as its piece lies."""
    cos, sin = math.cos(math.radians(turn_deg)), math.sin(math.radians(turn_deg))
    ends = [(at[0] + a * cos - b * sin, at[1] + a * sin + b * cos) for a, b in corners]
    for start, end in zip(ends, [*ends[1:], ends[0]], strict=True):
        yield Mark("line", *start, *end, bold=True)


def template_svg(loaf: Loaf, plan: LoafPlan) -> str:
    """The whole template on one sheet, in millimetres."""
    top = plan.top
    long, wide = top.back_mm - top.front_mm, 2 * top.half_wide_mm
    across = max(long, _SVG_BAR_MM) + 2 * _MARGIN_MM
    down = wide + _HEAD_MM + _FOOT_MM
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{across:.3f}mm" height="{down:.3f}mm" '
        f'viewBox="{-_MARGIN_MM:.3f} {-_HEAD_MM:.3f} {across:.3f} {down:.3f}" fill="none" font-family="sans-serif">',
        f"<title>{escape(loaf.name)}: the top, 1:1</title>",
        _svg_word(0, -6, f"{loaf.name}: the top, 1:1. Front end to the left.", "start", 4.2),
    ]
    for mark in top_marks(plan):
        parts.append(_svg(mark))
    foot = wide + 12
    parts += [
        _svg(Mark("line", 0, foot, _SVG_BAR_MM, foot, bold=True)),
        _svg_word(_SVG_BAR_MM / 2, foot + 5, check_words("A4"), "middle", 3.6),
        "</svg>",
    ]
    return "\n".join(parts)


def _svg(mark: Mark) -> str:
    stroke = f'stroke="{_INK if mark.bold else _SOFT}" stroke-width="{0.35 if mark.bold else 0.2}"'
    if mark.kind == "line":
        return f'<path d="M{mark.x:.3f} {mark.y:.3f}L{mark.to_x:.3f} {mark.to_y:.3f}" {stroke}/>'
    if mark.kind == "ellipse":
        return (
            f'<ellipse cx="{mark.x:.3f}" cy="{mark.y:.3f}" rx="{mark.to_x:.3f}" ry="{mark.to_y:.3f}" '
            f'transform="rotate({mark.turn_deg:.1f} {mark.x:.3f} {mark.y:.3f})" {stroke}/>'
        )
    return _svg_word(mark.x, mark.y, mark.text, "middle", 4.0)


def _svg_word(x: float, y: float, text: str, anchor: str, size: float) -> str:
    return (
        f'<text x="{x:.2f}" y="{y:.2f}" font-size="{size:g}" text-anchor="{anchor}" fill="{_INK}">{escape(text)}</text>'
    )


def template_pdf(loaf: Loaf, plan: LoafPlan, paper: PaperName) -> bytes:
    """The template over as many pages as it takes, each with its check bar; lines meet where the pages are trimmed."""
    data = io.BytesIO()
    width, height = PAPERS[paper]
    page = Canvas(data, pagesize=(width, height))
    page.setTitle(f"{loaf.name}: the top")
    marks = top_marks(plan)
    top = plan.top
    long, wide = top.back_mm - top.front_mm, 2 * top.half_wide_mm
    # The loaf lies along the page's long side: its length runs down, so that most tops take two pages at most.
    tile_long = height / mm - _MARGIN_MM - _FOOT_MM - _HEAD_MM
    tile_wide = width / mm - 2 * _MARGIN_MM
    rows, columns = math.ceil(long / tile_long), math.ceil((wide + 8) / tile_wide)
    for row in range(rows):
        for column in range(columns):
            _page_frame(page, loaf, paper, f"{row * columns + column + 1} of {rows * columns}")
            page.saveState()
            clip = page.beginPath()
            left, bottom = _MARGIN_MM * mm, _FOOT_MM * mm
            clip.rect(left - 0.5, bottom - 0.5, tile_wide * mm + 1, tile_long * mm + 1)
            page.clipPath(clip, stroke=0)
            page.translate(left - column * tile_wide * mm, bottom + tile_long * mm + row * tile_long * mm)
            # Along the loaf runs down the page, across it to the right.
            page.rotate(-90)
            page.scale(mm, mm)
            for mark in marks:
                _pdf(page, mark)
            page.restoreState()
            page.showPage()
    page.save()
    return data.getvalue()


def _pdf(page: Canvas, mark: Mark) -> None:
    """One mark; the canvas counts in millimetres, along the loaf and across it."""
    page.setStrokeColor(colors.HexColor(_INK if mark.bold else _SOFT))
    page.setLineWidth(0.35 if mark.bold else 0.2)
    if mark.kind == "line":
        page.line(mark.x, mark.y, mark.to_x, mark.to_y)
    elif mark.kind == "ellipse":
        page.saveState()
        page.translate(mark.x, mark.y)
        page.rotate(mark.turn_deg)
        page.ellipse(-mark.to_x, -mark.to_y, mark.to_x, mark.to_y)
        page.restoreState()
    else:
        page.setFillColor(colors.HexColor(_INK))
        page.setFont("Helvetica", 4)
        page.drawCentredString(mark.x, mark.y - 1.4, mark.text)


def _page_frame(page: Canvas, loaf: Loaf, paper: PaperName, which: str) -> None:
    width, height = PAPERS[paper]
    page.setFillColor(colors.HexColor(_INK))
    page.setStrokeColor(colors.HexColor(_INK))
    page.setFont("Helvetica-Bold", 12)
    page.drawString(_MARGIN_MM * mm, height - 11 * mm, f"{loaf.name}: the top, 1:1, page {which}. Front end up.")
    draw_check_bar(page, paper, width, 14 * mm)
