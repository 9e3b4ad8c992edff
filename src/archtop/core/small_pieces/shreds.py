"""Grated soap in a pour: which block gives it, the room it takes, its share of the loaf, the most batter binds."""

from __future__ import annotations

from collections.abc import Sequence

from archtop.core.base import Figure, Frozen, Rate
from archtop.core.document import Pour, Shreds
from archtop.core.pours import Fill
from archtop.core.resolved import ResolvedLoaf
from archtop.core.trade import GRATING_LOSS, LOOSE_PIECES, SHREDS_G_ML, packing_of

__all__ = ["ShredsUse", "loose_heap", "shreds_of"]

_GUESSED_PACKING, _OWN_PACKING = 0.25, 0.05


class ShredsUse(Frozen):
    """Shreds of one kind: the block's oils, what they fill in batter and as a heap, and the most that would go in.

    All of one mould, but for the block, which is for all that are filled.

    ``share_percent``: of all that is in the mould at the end.
    """

    pour: str
    shreds: str
    block_oils: Figure
    takes: Figure
    heap: Figure
    share_percent: float
    most: Figure


def loose_heap(grams: float, packing: float, own: bool = False) -> Figure:
    """Room [ml] that shreds take as a loose heap; ``own``: the packing was measured, not guessed.

    :param grams: of shreds [g]
    :param packing: share of the heap that is soap [-]
    """
    takes = grams / SHREDS_G_ML
    spread = _OWN_PACKING if own else _GUESSED_PACKING
    return Figure.within(
        takes / packing,
        "ml",
        spread,
        "estimate",
        how=f"{takes:.0f} ml at {packing:.0%}",
        source="your own packing" if own else "loose heaps of shreds, a stated guess",
    )


def shreds_of(of: ResolvedLoaf, fills: Sequence[Fill]) -> tuple[ShredsUse, ...]:
    """What every pour with shreds takes of them; the block's oils by how much soap reaches this studio's moulds."""
    inside = sum(step.batter.value + step.stirred_ml for step in fills) + fills[-1].immersed_ml
    return tuple(
        _use(step, done, shreds, of, inside)
        for step, done in zip(of.loaf.work, fills, strict=True)
        if isinstance(step, Pour)
        for shreds in step.shreds
    )


def _from_oils(shreds_g: float, g_per_g_oils: float, reaches: Rate | None) -> Figure:
    """Oils [g] of the block that so much soap is grated from."""
    each = g_per_g_oils * (reaches.value if reaches else 1.0)
    return Figure.within(
        shreds_g / each,
        "g",
        GRATING_LOSS,
        "your log" if reaches else "estimate",
        how=f"{shreds_g:g} g of soap, {each:.2f} g to each gram of oils" + (f": {reaches.how}" if reaches else ""),
        source="this loaf's formula, fresh; a block that has dried takes more",
    )


def _use(step: Pour, done: Fill, shreds: Shreds, of: ResolvedLoaf, inside_ml: float) -> ShredsUse:
    packing = packing_of(shreds.grated)
    takes = shreds.grams / SHREDS_G_ML
    pieces = sum(of.made[item.pieces].each_ml * item.count for item in step.pieces) / LOOSE_PIECES
    heaps = (item.grams / SHREDS_G_ML / packing_of(item.grated) for item in step.shreds if item is not shreds)
    free = max(0.0, done.room_ml - pieces - sum(heaps))
    batter = of.batters[shreds.formula or of.loaf.formula]
    return ShredsUse(
        pour=step.id,
        shreds=shreds.id,
        block_oils=_from_oils(shreds.grams * of.loaf.moulds, batter.g_per_g_oils, of.cupboard.rates.get("yield")),
        takes=Figure.within(
            takes,
            "ml",
            GRATING_LOSS,
            "estimate",
            how=f"{shreds.grams:g} g at {SHREDS_G_ML} g/ml",
            source="between fresh batter and a dry bar, a stated guess",
        ),
        heap=loose_heap(shreds.grams, packing),
        share_percent=100 * takes / inside_ml,
        most=Figure.within(
            free * packing * SHREDS_G_ML,
            "g",
            _GUESSED_PACKING,
            "estimate",
            how=f"{free:.0f} ml of room for batter and {shreds.grated}, {packing:.0%} of a heap of them is soap",
            source="batter fills between them only up to their own loose packing",
        ),
    )
