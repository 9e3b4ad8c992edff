"""Words about shape, fit and cuts."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from archtop.core.cuts import Bar, CutPlan
from archtop.core.document import Loaf
from archtop.core.embeds import EmbedPlan
from archtop.core.pots import Pot, scale_of, ways_to_weigh
from archtop.core.pours import Fill
from archtop.core.remarks.remark import Remark

__all__ = ["remarks_on"]

_BAR_SPREAD_G = 50.0


def remarks_on(
    loaf: Loaf, embeds: Sequence[EmbedPlan], fills: Sequence[Fill], pots: Sequence[Pot], cuts: CutPlan
) -> tuple[Remark, ...]:
    """Everything worth a word about a planned loaf, in the order of work."""
    return (*_on_embeds(embeds, fills), *_on_pots(loaf, pots), *_on_rows(embeds), *_on_cuts(loaf, cuts))


def _on_embeds(embeds: Sequence[EmbedPlan], fills: Sequence[Fill]) -> Iterator[Remark]:
    laid_at = {done.ref: done for done in fills if done.do == "lay"}
    for piece in embeds:
        bottom = min(z for _, z in piece.outline)
        if laid_at[piece.id].level_before_mm < bottom - 0.5:
            yield Remark(
                code="embed.unsupported",
                where=piece.id,
                text=f"{piece.name} is drawn {bottom - laid_at[piece.id].level_before_mm:.0f} mm above the batter "
                "it is laid on, so it will come to rest lower.",
                remedy="Pour higher before it, or draw it lower.",
            )
        if piece.proud_mm > 0.5:
            yield Remark(
                code="embed.proud",
                where=piece.id,
                text=f"{piece.name} stands {piece.proud_mm:.0f} mm out of the batter.",
                remedy="Fill higher, or let the frosting cover it.",
            )
        if piece.clearance.rim < 0:
            yield Remark(
                code="embed.above_rim",
                where=piece.id,
                text=f"{piece.name} reaches {-piece.clearance.rim:.0f} mm above the rim.",
                remedy="Check the cutter and the box.",
            )


def _on_pots(loaf: Loaf, pots: Sequence[Pot]) -> Iterator[Remark]:
    for pot in pots:
        off = pot.superfat.value - next(
            batter.lye_discount_percent + (batter.late_fat.percent_of_oils if batter.late_fat else 0)
            for batter in loaf.formulas
            if batter.id == pot.formula
        )
        if pot.unweighable:
            yield Remark(
                code="pot.coarse_scale",
                where=pot.id,
                text=f"This scale cannot weigh {pot.name}: no rounding to "
                f"{scale_of(loaf.sizing.scale_step_g).step_says} keeps its superfat.",
                remedy=ways_to_weigh(pot.unweighable),
            )
        elif not -1e-6 <= off <= 1 + 1e-6:
            yield Remark(
                code="pot.superfat",
                where=pot.id,
                text=f"As weighed, {pot.name} comes to {pot.superfat.value:.1f} % superfat, not the formula's.",
                remedy="Weigh it on a finer scale.",
            )


def _on_rows(embeds: Sequence[EmbedPlan]) -> Iterator[Remark]:
    for piece in embeds:
        if piece.holes:
            yield Remark(
                code="embed.hollow",
                where=piece.id,
                text=f"{piece.name} is hollow, and batter does not find its way in by itself.",
                remedy="Stand it on end and pour a colour into it first.",
            )
        if piece.row and piece.row.short_mm > 0.05:
            yield Remark(
                code="row.short",
                where=piece.id,
                text=f"The row {piece.name} ends {piece.row.short_mm:.1f} mm short of its length.",
                remedy="Slice a little less off each piece, or let batter close the gap at the back.",
            )


def _on_cuts(loaf: Loaf, cuts: CutPlan) -> Iterator[Remark]:
    gapped = [str(bar.number) for bar in cuts.bars if bar.gaps_mm]
    if gapped:
        yield Remark(
            code="bars.gap",
            where="cuts",
            text=f"A cut of bar {' and '.join(gapped)} falls on a joint of a row: its face shows it.",
            remedy="Shift the cuts, or slice the pieces to another length.",
        )
    jointed = [str(bar.number) for bar in cuts.bars if bar.joints_mm]
    if jointed:
        yield Remark(
            code="bars.joint",
            where="cuts",
            text=f"A piece begins or ends inside bar {' and '.join(jointed)}: its two faces differ.",
            remedy="Move the piece or the cuts if every bar should show a whole one.",
        )
    if cuts.spread_g.value > _BAR_SPREAD_G:
        yield Remark(
            code="bars.uneven",
            where="cuts",
            text=_outweighs(cuts),
            remedy=f"{_level_to(loaf, cuts)} (more than 50 g is too much; common practice).",
        )


def _outweighs(cuts: CutPlan) -> str:
    heavy, light = _extremes(cuts)
    if max(heavy.parts, light.parts) == 1:
        which, other = f"Bar {heavy.number}", f"bar {light.number}"
    else:
        which, other = f"A bar of slice {heavy.number}", f"one of slice {light.number}"
    return (
        f"{which} is the heaviest with {max(heavy.part_gs):.0f} g and outweighs {other}, the lightest, "
        f"by {cuts.spread_g.value:.0f} g."
    )


def _extremes(cuts: CutPlan) -> tuple[Bar, Bar]:
    """The heaviest and the lightest of those that the spread is told of."""
    pairs = [(one, other) for one in cuts.bars for other in cuts.bars]
    spread = cuts.spread_g.value
    return min(pairs, key=lambda pair: abs(max(pair[0].part_gs) - min(pair[1].part_gs) - spread))


def _level_to(loaf: Loaf, cuts: CutPlan) -> str:
    """What evens them: the difference goes, as near as matters, with the swell, and else with how thick a bar is."""
    swell, (heavy, light) = loaf.top.crown.swell_mm, _extremes(cuts)
    if max(light.part_gs) - min(light.part_gs) > cuts.spread_g.value / 2:
        return "Lay what is inside and on top more evenly across the loaf"
    thick = light.to_mm - light.from_mm
    thicker = thick * (max(heavy.part_gs) - _BAR_SPREAD_G) / min(light.part_gs) - thick
    wire = f"cut bar {light.number} {thicker:.1f} mm thicker"
    if swell <= 0:
        return wire[0].upper() + wire[1:]
    return f"Level the swell to {swell * _BAR_SPREAD_G / cuts.spread_g.value:.0f} mm, or {wire}"
