"""The weigh-out as PDF: one page a pot, a box to tick before each weight, totals that add up."""

from __future__ import annotations

import io
from collections.abc import Callable, Iterable
from contextvars import ContextVar
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib import colors
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import KeepTogether, PageBreak, Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from archtop.core import Loaf, LoafPlan
from archtop.core.base import ML_PER_US_FL_OZ, Counting, as_counted
from archtop.core.chemistry import STAGE_SAYS
from archtop.core.pots import Ingredient, Portion, Pot, Scales, Thinned, ways_to_weigh
from archtop.core.steps.thinning import thinned_name
from archtop.core.trade import BASE_CAUTION
from archtop.studio.sheets.names import PaperName, UnitsName
from archtop.studio.sheets.paper import PAPERS

__all__ = ["weigh_out_pdf"]


_INK = colors.HexColor("#14263f")
_RIM = colors.HexColor("#1f4f8f")
_TITLE = ParagraphStyle("title", fontName="Helvetica-Bold", fontSize=20, leading=24, textColor=_INK)
_SMALL_TITLE = ParagraphStyle("small-title", parent=_TITLE, fontSize=14, leading=18)
_TEXT = ParagraphStyle("text", fontName="Helvetica", fontSize=10, leading=14, textColor=_INK)
_CAUTION = ParagraphStyle("caution", parent=_TEXT, fontName="Helvetica-Bold", borderPadding=4)


# How the studio whose sheets these are writes its numbers.
_AS_USUAL = Counting()
_COUNTING: ContextVar[Counting] = ContextVar("counting", default=_AS_USUAL)


def _counted(text: str) -> str:
    return as_counted(text, _COUNTING.get())


def _said(text: str, style: ParagraphStyle) -> Paragraph:
    """Words as they are: a name that looks like markup is a name, and brings no picture of this machine's in."""
    return Paragraph(escape(_counted(text)), style)


def _table(rows: list[list[str]], total: str) -> Table:
    lines = [[box, name, _counted(grams)] for box, name, grams in (*rows, ["", "Total", total])]
    table = Table(lines, colWidths=[12 * mm, 100 * mm, 55 * mm])
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


def _pot_story(pot: Pot, loaf: Loaf, plan: LoafPlan, units: UnitsName) -> list[Any]:
    """Cautions before anything is weighed; of a pot that the scale cannot weigh, why and what would help."""
    scales = plan.scales
    show = scales.main.shows
    ml = _volume(units)
    story: list[Any] = [
        _said(pot.name, _TITLE),
        *(_said(text, _CAUTION) for text in plan.cautions),
        Spacer(1, 3 * mm),
        _said(
            f"{loaf.name}. Makes {ml(pot.batter.value)} of batter to deliver {ml(pot.delivers.value)}. "
            f"Lye {pot.lye_concentration_percent:.0f} % strong, superfat {pot.superfat.value:.1f} % after rounding.",
            _TEXT,
        ),
        Spacer(1, 5 * mm),
    ]
    if pot.unweighable:
        text = f"The scale ({scales.main.step_says}) cannot weigh this pot. {ways_to_weigh(pot.unweighable)}"
        return [*story, _said(text, _CAUTION)]
    story += _shared_story(pot, plan)
    rows = _rows(pot.ingredients, scales)
    if pot.shared or pot.from_batch:
        after = [line for line in pot.ingredients if not line.before_emulsion]
        rows = [["", "Batter", show(pot.at_emulsion_g)], *_rows(after, scales)]
    # What the fine scale adds is in the total: it has that scale's digits where both show the same unit.
    total = scales.fine.shows if any(line.fine for line in pot.ingredients) else show
    story.append(_table(rows, total(pot.total_g)))
    if len(pot.portions) > 1:
        portions = _table([["", p.name, total(p.grams)] for p in pot.portions], total(pot.total_g))
        story += [Spacer(1, 6 * mm), KeepTogether([_said("Split into", _TITLE), portions])]
    for scent in pot.scent_mixes:
        bottles = [["", bottle.name, scales.fine.shows(bottle.grams)] for bottle in scent.bottles]
        mixed = _table(bottles, scales.fine.shows(sum(bottle.grams for bottle in scent.bottles)))
        story += [Spacer(1, 5 * mm), KeepTogether([_said(f"Mix the scent {scent.name}", _SMALL_TITLE), mixed])]
    for mix in pot.thinned:
        fine = scales.fine.shows
        thin = [["", mix.name, fine(mix.stir_g)], ["", mix.into, fine(mix.into_g)]]
        title = _said(f"Thin {mix.name}, 1 in {mix.times}, for {' and '.join(mix.for_bowls)}", _SMALL_TITLE)
        story += [Spacer(1, 5 * mm), KeepTogether([title, _table(thin, fine(mix.stir_g + mix.into_g))])]
    for portion in pot.portions:
        if portion.additions:
            story += [Spacer(1, 5 * mm), _additions(portion, scales)]
    return story


def _rows(lines: Iterable[Ingredient], scales: Scales) -> list[list[str]]:
    return [["", _line(line), (scales.fine if line.fine else scales.main).shows(line.grams)] for line in lines]


def _shared_story(pot: Pot, plan: LoafPlan) -> list[Any]:
    """What is weighed for several loaves at once; or that it comes out of another's batter."""
    fine = any(line.fine for line in pot.ingredients)
    show = plan.scales.main.shows
    if pot.from_batch:
        title = f"Take {show(pot.at_emulsion_g)} of the batter of {pot.from_batch.name}, at emulsion"
        return [_said(title, _SMALL_TITLE)]
    if pot.shared is None:
        return []
    names = " and ".join(taker.name for taker in pot.shared.gives)
    rows = _rows(pot.shared.lines, plan.scales)
    takes = [f"{show(taker.total_g)} for {taker.name}" for taker in pot.shared.gives]
    return [
        KeepTogether(
            [
                _said(f"Weigh for {pot.name} and {names} at once", _SMALL_TITLE),
                _table(rows, (plan.scales.fine.shows if fine else show)(pot.shared.total_g)),
            ]
        ),
        _said(f"At emulsion take out {' and '.join(takes)}. What stays is {pot.name}:", _TEXT),
        Spacer(1, 3 * mm),
    ]


def _line(line: Ingredient) -> str:
    """A line of the pot, and where it goes if that is not plain."""
    return thinned_name(line) + (f", into {STAGE_SAYS[line.stage]}" if line.stage else "")


def _melted_story(plan: LoafPlan, units: UnitsName) -> list[Any]:
    """What is melted of a bought base: a table to each, with what is stirred in."""
    scales, ml = plan.scales, _volume(units)
    story: list[Any] = [_said("Melted and poured", _TITLE), _said(BASE_CAUTION, _CAUTION), Spacer(1, 4 * mm)]
    for cast in plan.melted:
        around = f", around {cast.around}" if cast.around else ""
        rows = [["", cast.base_name, scales.main.shows(cast.grams)]]
        rows += [["", thinned_name(jar), scales.fine.shows(jar.grams)] for jar in cast.colourants]
        title = _said(f"{cast.name}{around}: fills {ml(cast.ml)}", _SMALL_TITLE)
        total = scales.fine.shows(cast.grams + sum(jar.grams for jar in cast.colourants))
        story += [Spacer(1, 4 * mm), KeepTogether([title, _table(rows, total)])]
        for mix in cast.thinned:
            story.append(_said(_thin_words(mix, scales), _TEXT))
    return story


def _thin_words(mix: Thinned, scales: Scales) -> str:
    show = scales.fine.shows
    return f"Thin {mix.name} first, 1 in {mix.times}: {show(mix.stir_g)} into {show(mix.into_g)} of melted base."


def _volume(units: UnitsName) -> Callable[[float], str]:
    if units == "us":
        return lambda ml: f"{ml / ML_PER_US_FL_OZ:.1f} fl oz"
    return lambda ml: f"{ml:.0f} ml"


def _additions(portion: Portion, scales: Scales) -> KeepTogether:
    """What goes into a bowl besides batter, on the fine scale."""
    show = scales.fine.shows
    rows = [["", "Batter", show(portion.grams)]]
    for part in portion.additions:
        rows.append(["", thinned_name(part) + (", at the very last" if part.last else ""), show(part.grams)])
    scent = f" Scent {portion.scent.value:.2f} % of it" if portion.scent else ""
    limit = (
        f", at most {portion.scent_max_percent:.2f} %." if scent and portion.scent_max_percent else "." if scent else ""
    )
    return KeepTogether(
        [
            _said(f"Into {portion.name}", _SMALL_TITLE),
            _table(rows, show(portion.finished_g)),
            _said(f"Free fat {portion.superfat_percent:.1f} %.{scent}{limit}", _TEXT),
        ]
    )


def weigh_out_pdf(
    loaf: Loaf, plan: LoafPlan, paper: PaperName, units: UnitsName, counting: Counting = _AS_USUAL
) -> bytes:
    """The sheets of every pot as one PDF, its numbers written as the studio writes them."""
    _COUNTING.set(counting)
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
        story += [*_pot_story(pot, loaf, plan, units), PageBreak()]
    if plan.melted:
        story += [*_melted_story(plan, units), PageBreak()]
    document.build(story[:-1])
    return buffer.getvalue()
