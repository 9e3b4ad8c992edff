"""Words about shape, fit and cuts."""

from __future__ import annotations

from collections.abc import Sequence

from archtop.core.cuts import CutPlan
from archtop.core.document import Loaf
from archtop.core.embeds import EmbedPlan
from archtop.core.pots import Pot
from archtop.core.pours import Fill
from archtop.core.remarks.remark import Remark

__all__ = ["remarks_on"]

_BAR_SPREAD_G = 50.0


def remarks_on(
    loaf: Loaf, embeds: Sequence[EmbedPlan], fills: Sequence[Fill], pots: Sequence[Pot], cuts: CutPlan
) -> tuple[Remark, ...]:
    """Everything worth a word about a planned loaf, in the order of work."""
    found: list[Remark] = []

    def warn(code: str, where: str, text: str, remedy: str) -> None:
        found.append(Remark(code=code, where=where, text=text, remedy=remedy))

    laid_at = {done.ref: done for done in fills if done.do == "lay"}
    for piece in embeds:
        bottom = min(z for _, z in piece.outline)
        if laid_at[piece.id].level_before_mm < bottom - 0.5:
            warn(
                "embed.unsupported",
                piece.id,
                f"{piece.name} is drawn {bottom - laid_at[piece.id].level_before_mm:.0f} mm above the batter it is "
                "laid on, so it will come to rest lower.",
                "Pour higher before it, or draw it lower.",
            )
        if piece.proud_mm > 0.5:
            warn(
                "embed.proud",
                piece.id,
                f"{piece.name} stands {piece.proud_mm:.0f} mm out of the batter.",
                "Fill higher, or let the frosting cover it.",
            )
        if piece.clearance.rim < 0:
            warn(
                "embed.above_rim",
                piece.id,
                f"{piece.name} reaches {-piece.clearance.rim:.0f} mm above the rim.",
                "Check the cutter and the box.",
            )
    for pot in pots:
        off = pot.superfat.value - next(
            batter.lye_discount_percent + (batter.late_fat.percent_of_oils if batter.late_fat else 0)
            for batter in loaf.formulas
            if batter.id == pot.formula
        )
        if abs(off) > 1:
            warn(
                "pot.coarse_scale",
                pot.id,
                f"Rounding to {loaf.sizing.scale_step_g:g} g moves the superfat of {pot.name} to "
                f"{pot.superfat.value:.1f} %.",
                "Weigh this pot on a finer scale, or cast it together with another.",
            )
    for piece in embeds:
        if piece.holes:
            warn(
                "embed.hollow",
                piece.id,
                f"{piece.name} is hollow, and batter does not find its way in by itself.",
                "Stand it on end and pour a colour into it first.",
            )
        if piece.row and piece.row.short_mm > 0.05:
            warn(
                "row.short",
                piece.id,
                f"The row {piece.name} ends {piece.row.short_mm:.1f} mm short of its length.",
                "Slice a little less off each piece, or let batter close the gap at the back.",
            )
    gapped = [str(bar.number) for bar in cuts.bars if bar.gaps_mm]
    if gapped:
        warn(
            "bars.gap",
            "cuts",
            f"A cut of bar {' and '.join(gapped)} falls on a joint of a row: its face shows it.",
            "Shift the cuts, or slice the pieces to another length.",
        )
    jointed = [str(bar.number) for bar in cuts.bars if bar.joints_mm]
    if jointed:
        warn(
            "bars.joint",
            "cuts",
            f"A piece begins or ends inside bar {' and '.join(jointed)}: its two faces differ.",
            "Move the piece or the cuts if every bar should show a whole one.",
        )
    if cuts.spread_g.value > _BAR_SPREAD_G:
        warn(
            "bars.uneven",
            "cuts",
            f"The heaviest bar outweighs the lightest by {cuts.spread_g.value:.0f} g.",
            f"{_level_to(loaf, cuts)}, or move the cuts (more than 50 g is too much; common practice).",
        )
    return tuple(found)


def _level_to(loaf: Loaf, cuts: CutPlan) -> str:
    """What to level: the difference goes, as near as matters, with the swell."""
    swell = loaf.top.crown.swell_mm
    if swell <= 0:
        return "Level the top"
    return f"Level the swell to {swell * _BAR_SPREAD_G / cuts.spread_g.value:.0f} mm"
