"""The weigh-out as PDF: one page a pot, a box to tick before each weight, totals that add up."""

from __future__ import annotations

import io
from typing import Any

from reportlab.lib import colors
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import KeepTogether, PageBreak, Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from archtop.core import Loaf, LoafPlan
from archtop.core.base import G_PER_OZ
from archtop.core.pots import Portion, Pot
from archtop.studio.sheets.names import PaperName, UnitsName
from archtop.studio.sheets.paper import PAPERS

__all__ = ["weigh_out_pdf"]


_INK = colors.HexColor("#14263f")
_RIM = colors.HexColor("#1f4f8f")
_TITLE = ParagraphStyle("title", fontName="Helvetica-Bold", fontSize=20, leading=24, textColor=_INK)
_SMALL_TITLE = ParagraphStyle("small-title", parent=_TITLE, fontSize=14, leading=18)
_TEXT = ParagraphStyle("text", fontName="Helvetica", fontSize=10, leading=14, textColor=_INK)
_CAUTION = ParagraphStyle("caution", parent=_TEXT, fontName="Helvetica-Bold", borderPadding=4)


def _weight(grams: float, units: UnitsName, step_g: float) -> str:
    digits = max(0, len(f"{step_g:.10g}".partition(".")[2]))
    metric = f"{grams:.{digits}f} g"
    return metric if units == "metric" else f"{grams / G_PER_OZ:.2f} oz  ({metric})"


def _table(rows: list[list[str]], total: str) -> Table:
    table = Table([["", "", ""], *rows, ["", "Together", total]][1:], colWidths=[12 * mm, 100 * mm, 55 * mm])
    style: list[tuple[Any, ...]] = [
        ("FONT", (0, 0), (-1, -1), "Helvetica", 13),
        ("FONT", (0, -1), (-1, -1), "Helvetica-Bold", 13),
        ("TEXTCOLOR", (0, 0), (-1, -1), _INK),
        ("ALIGN", (2, 0), (2, -1), "RIGHT"),
        ("LINEBELOW", (1, 0), (-1, -2), 0.4, colors.lightgrey),
        ("LINEABOVE", (1, -1), (-1, -1), 1, _RIM),
        ("BOTTOMPADDING", (0, 0), (-1, -1), 7),
        ("TOPPADDING", (0, 0), (-1, -1), 7),
    ]
    style += [("BOX", (0, i), (0, i), 0.8, _INK) for i in range(len(rows))]
    table.setStyle(TableStyle(style))
    return table


def _pot_story(pot: Pot, loaf: Loaf, cautions: tuple[str, ...], units: UnitsName) -> list[Any]:
    step = loaf.sizing.scale_step_g

    def show(grams: float) -> str:
        return _weight(grams, units, step)

    story: list[Any] = [
        Paragraph(pot.name, _TITLE),
        Paragraph(
            f"{loaf.name}. Makes {pot.batter.value:.0f} ml of batter to deliver {pot.delivers.value:.0f} ml. "
            f"Lye {pot.lye_concentration_percent:.0f} % strong, superfat {pot.superfat.value:.1f} % after rounding.",
            _TEXT,
        ),
        Spacer(1, 5 * mm),
        _table([["", line.name, show(line.grams)] for line in pot.ingredients], show(pot.total_g)),
    ]
    if len(pot.portions) > 1:
        portions = _table([["", p.name, show(p.grams)] for p in pot.portions], show(pot.total_g))
        story += [Spacer(1, 6 * mm), KeepTogether([Paragraph("Split into", _TITLE), portions])]
    for portion in pot.portions:
        if portion.additions:
            story += [Spacer(1, 5 * mm), _additions(portion, loaf, units)]
    story.append(Spacer(1, 6 * mm))
    story += [Paragraph(text, _CAUTION) for text in cautions]
    return story


def _additions(portion: Portion, loaf: Loaf, units: UnitsName) -> KeepTogether:
    """What goes into a bowl besides batter, on the fine scale."""
    step = loaf.sizing.fine_step_g

    def show(grams: float) -> str:
        return _weight(grams, units, step)

    rows = [["", "Batter", show(portion.grams)], *(["", part.name, show(part.grams)] for part in portion.additions)]
    scent = f" Scent {portion.scent.value:.2f} % of it" if portion.scent else ""
    limit = (
        f", at most {portion.scent_max_percent:.2f} %." if scent and portion.scent_max_percent else "." if scent else ""
    )
    return KeepTogether(
        [
            Paragraph(f"Into {portion.name}", _SMALL_TITLE),
            _table(rows, show(portion.finished_g)),
            Paragraph(f"Free fat {portion.superfat_percent:.1f} %.{scent}{limit}", _TEXT),
        ]
    )


def weigh_out_pdf(loaf: Loaf, plan: LoafPlan, paper: PaperName, units: UnitsName) -> bytes:
    """The sheets of every pot as one PDF."""
    buffer = io.BytesIO()
    document = SimpleDocTemplate(
        buffer,
        pagesize=PAPERS[paper],
        leftMargin=18 * mm,
        rightMargin=18 * mm,
        topMargin=16 * mm,
        bottomMargin=16 * mm,
        title=f"{loaf.name}: weigh-out",
        author="Arch Top",
    )
    story: list[Any] = []
    for pot in plan.pots:
        story += [*_pot_story(pot, loaf, plan.cautions, units), PageBreak()]
    document.build(story[:-1])
    return buffer.getvalue()
