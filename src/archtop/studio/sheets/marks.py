"""The marks that a camera finds, printed."""

from __future__ import annotations

from collections.abc import Sequence

from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from archtop.core.camera import MARK_MM, Mark, mark_cells

__all__ = ["draw_marks"]


def draw_marks(page: Canvas, marks: Sequence[Mark], x: float, y: float) -> None:
    """Marks about a sheet's middle [points]."""
    page.setFillColor(colors.black)
    for mark in marks:
        cells = mark_cells(mark.number)
        side = MARK_MM / len(cells) * mm
        left, top = x + (mark.x - MARK_MM / 2) * mm, y - (mark.y - MARK_MM / 2) * mm
        for row, of_row in enumerate(cells):
            for column, black in enumerate(of_row):
                if black:
                    # A hair larger than its cell, or white seams show between them.
                    page.rect(left + column * side, top - (row + 1) * side, side * 1.02, side * 1.02, stroke=0, fill=1)
