"""What stands on top where the loaf is cut: motifs and pieces as a face shows them."""

from __future__ import annotations

import math
from collections.abc import Sequence

from archtop.core.base import Frozen
from archtop.core.resolved import ResolvedLoaf
from archtop.core.top.crown import Line, across
from archtop.core.top.runs import TopArea
from archtop.core.top.runs_planned import RunPlan, reach_of
from archtop.core.top.strewn import ScatterPlan, reach_across, reach_along

__all__ = ["Bump", "TopFace", "top_face"]


class Bump(Frozen):
    """A motif or piece as a cut face shows it: its middle across, its foot's width, its height there [mm].

    ``up_mm``: its foot over the level.
    """

    x: float
    wide_mm: float
    high_mm: float
    up_mm: float
    colour: str
    kind: str


class TopFace(Frozen):
    """What stands on top where the loaf is cut at ``y`` [mm], from left to right; ``crown``: the batter's own shape."""

    y: float
    crown: Line
    bumps: tuple[Bump, ...]


def top_face(
    y: float, of: ResolvedLoaf, area: TopArea, runs: Sequence[RunPlan], scatter: ScatterPlan | None
) -> TopFace:
    """Motifs and pieces that a cut at ``y`` [mm] goes through; rounded, so lower and narrower off their middle."""
    bumps = []
    for run in runs:
        for i, spot in enumerate(run.spots):
            reach = reach_of(spot, run.motif)
            if abs(spot.y - y) < reach:
                there = math.sqrt(1 - ((spot.y - y) / reach) ** 2)
                turn = math.radians(spot.turn_deg)
                wide = run.motif.wide_mm * abs(math.cos(turn)) + run.motif.long_mm * abs(math.sin(turn))
                bag = run.bag_of(i)
                colour = bag[i // len(run.bags) % len(bag)]
                bumps.append(
                    Bump(
                        x=spot.x,
                        wide_mm=wide * there,
                        high_mm=run.motif.high_mm * there,
                        up_mm=spot.up_mm,
                        colour=colour,
                        kind=run.kind,
                    )
                )
    for piece in scatter.strewn if scatter else ():
        reach = reach_along(piece)
        if abs(piece.y - y) < reach:
            there = math.sqrt(1 - ((piece.y - y) / reach) ** 2)
            bumps.append(
                Bump(
                    x=piece.x,
                    wide_mm=2 * reach_across(piece) * there,
                    high_mm=piece.high_mm * there,
                    up_mm=piece.up_mm,
                    colour=of.pieces[piece.pieces].colour,
                    kind="piece",
                )
            )
    return TopFace(y=y, crown=across(of.loaf.top.crown, area, y), bumps=tuple(sorted(bumps, key=lambda bump: bump.x)))
