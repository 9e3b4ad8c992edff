"""What a loaf brings to the cutter with its top on it."""

from __future__ import annotations

from archtop.core.cuts import AsItStands
from archtop.core.resolved import ResolvedLoaf
from archtop.core.top.plan import TopPlan

__all__ = ["as_it_stands"]


def as_it_stands(of: ResolvedLoaf, top: TopPlan) -> AsItStands:
    """How high and wide the loaf is, and what its top and its pieces ask of the knife."""
    loaf, lots = of.loaf, of.cupboard.lots
    # A loaf is cut a day after it was poured, or two: to whole days that is the same.
    old = {key: (loaf.pour_on - lot.made_on).days for key, lot in lots.items()} if loaf.pour_on else {}
    return AsItStands(
        high_mm=loaf.mould.height_mm + top.over_rim_mm,
        wide_mm=2 * top.half_wide_mm,
        tops_mm=top.high_mm,
        on_side=top.on_side,
        over_a_cut=top.scatter.leaning if top.scatter else 0,
        old=old,
    )
