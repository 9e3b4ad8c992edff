"""Pieces pressed into the last pour, as they are seen on the top: spread evenly, for nobody measures where they go."""

from __future__ import annotations

from collections.abc import Iterator

from archtop.core.document import Pour, Press
from archtop.core.resolved import ResolvedLoaf
from archtop.core.top.foot import Foot
from archtop.core.top.runs import TopArea
from archtop.core.top.strewn import Strewn

__all__ = ["pressed_in"]

# A sequence that fills a plane evenly however many it has: powers of the root of x³ = x + 1 (Roberts 2018, "The
# Unreasonable Effectiveness of Quasirandom Sequences").
_ROOT = 1.324717957244746
# More than these are a texture and no longer single pieces.
_MOST = 400


def pressed_in(of: ResolvedLoaf, area: TopArea) -> tuple[Strewn, ...]:
    """Pieces that were pressed in after the last pour, spread evenly over the top: a picture, and no places to keep.

    Their heights are what of them stands out.
    """
    return tuple(_spread(of, area))[:_MOST]


def _spread(of: ResolvedLoaf, area: TopArea) -> Iterator[Strewn]:
    last = max(i for i, step in enumerate(of.loaf.work) if isinstance(step, Pour))
    for step in of.loaf.work[last + 1 :]:
        if not isinstance(step, Press):
            continue
        long, wide, high = of.made[step.pieces].size_mm
        piece, made = of.pieces[step.pieces], of.made[step.pieces]
        foot, outline = Foot(long / 2, wide / 2), piece.from_above(made)
        inside = max(area.half_wide - foot.half_wide, 0.0), max((area.back - area.front) / 2 - foot.half_long, 0.0)
        for number in range(step.count):
            x, y = ((0.5 + (number + 1) / _ROOT**power) % 1 * 2 - 1 for power in (1, 2))
            along = (area.front + area.back) / 2 + y * inside[1]
            if not area.holds(x * inside[0], along):
                continue
            yield Strewn(
                pieces=step.pieces,
                number=number,
                x=x * inside[0],
                y=along,
                radius=foot.radius,
                half_long=foot.half_long,
                half_wide=foot.half_wide,
                turn_deg=0.0,
                bar=None,
                pinned=False,
                touches=False,
                leans=False,
                high_mm=high * (1 - step.sunk_percent / 100),
                outline=outline,
                roundness=piece.roundness(made),
            )
