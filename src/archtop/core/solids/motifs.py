"""Piped motifs as solids: what comes out of the tip, carried along the path of the hand, of the budget's own volume."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray

from archtop.core.geometry import Mesh, swept
from archtop.core.top import RunPlan, TipPlan
from archtop.core.trade import MOTIFS, Stroke

__all__ = ["Detail", "Piped", "motif_solid"]

Array = NDArray[np.float64]

# A mesh's volume is fitted to this share of the plan's, in so many tries at the most.
_CLOSE, _TRIES = 5e-4, 12
# So many corners has what has lost its ridges, and a strand.
_ROUND, _STRAND = 16, 6
# Paste rounds off behind the tip: so far ridges go back to the middle between ridge and groove; a stated guess.
_SOFT = 0.25
# Steps of a stroke that is drawn in full.
_STEPS = 28
_FEWEST = 10


class Detail:
    """How finely motifs are drawn, so that all of them together stay light.

    :param triangles: that one of them may have
    """

    def __init__(self, triangles: float) -> None:
        # Half as many corners around as steps along look evenly fine.
        self.corners = int(np.clip(math.sqrt(max(triangles, 40) / 2), 6, 32))
        self.stride = max(1, math.ceil(_STEPS * 2 * self.corners / max(triangles, 40) - 0.25))

    def thinned(self, stroke: Stroke) -> Stroke:
        """A stroke in fewer steps, its ends kept."""
        last = len(stroke.path) - 1
        # A bend drawn in fewer steps is another bend.
        stride = min(self.stride, max(1, last // _FEWEST))
        if stride == 1:
            return stroke
        kept = np.unique(np.append(np.arange(0, last, stride), last))
        twist = stroke.twist if np.ndim(stroke.twist) == 0 else np.asarray(stroke.twist)[kept]
        return stroke._replace(path=stroke.path[kept], size=stroke.size[kept], twist=twist)


class Piped(NamedTuple):
    """A motif around its own foot, its stroke along the loaf.

    ``sides``: of the bag that each corner comes from, 0 to 1, shape (n,).
    """

    mesh: Mesh
    sides: Array


def motif_solid(run: RunPlan, size_mm: float, tip: TipPlan, detail: Detail, variant: int) -> Piped:
    """One motif of a run.

    :param size_mm: as it is written in the document
    :param variant: no hand does it twice alike; the same again for the same number
    """
    hand = np.random.default_rng(variant)
    strokes = [detail.thinned(s) for s in MOTIFS[run.kind].strokes(size_mm, run.motif.high_mm, tip.bead, hand)]
    outlines = [_outlines(stroke, tip, detail.corners) for stroke in strokes]
    wanted, thick = run.motif.volume.value * 1000, 1.0
    ropes = [
        (swept(outline, stroke.path, stroke.size, stroke.twist), np.repeat(stroke.path, len(outline), axis=0))
        for stroke, several in zip(strokes, outlines, strict=True)
        for outline in several
    ]
    meshes: list[Mesh] = []
    for _ in range(_TRIES):
        # Thicker about the way the hand takes: triangles stay as they are.
        meshes = [Mesh(way + thick * (rope.points - way), rope.triangles) for rope, way in ropes]
        found = sum(mesh.volume_mm3 for mesh in meshes)
        if abs(found - wanted) <= _CLOSE * wanted:
            break
        thick *= math.sqrt(wanted / found)
    corners = [len(outline) for several in outlines for outline in several]
    sides = [np.arange(len(mesh.points)) % n / n for mesh, n in zip(meshes, corners, strict=True)]
    mesh = meshes[0].joined(meshes[1:])
    return Piped(mesh.moved((0.0, 0.0, -float(mesh.points[:, 2].min()))), np.concatenate(sides))


def _outlines(stroke: Stroke, tip: TipPlan, corners: int) -> list[Array]:
    """What comes out, its box one wide and one high around the middle, counter-clockwise."""
    if stroke.round or stroke.hole is not None:
        turn = np.linspace(0, 2 * np.pi, _STRAND if stroke.hole is not None else _ROUND, endpoint=False)
        return [0.5 * np.column_stack([np.cos(turn), np.sin(turn)])]
    openings = [np.asarray(opening, dtype=float) for opening in tip.openings]
    everything = np.concatenate(openings)
    low, high = everything.min(axis=0), everything.max(axis=0)
    several = len(openings) > 1
    return [
        _even((o - (low + high) / 2) / np.maximum(high - low, 1e-9), _STRAND if several else corners) for o in openings
    ]


def _fewer(points: Array, corners: int) -> Array:
    """The same outline told by so many corners at the most: those that matter least go first."""
    outline, close = shapely.Polygon(points), 0.002
    while len(points) > corners:
        points = shapely.get_coordinates(outline.simplify(close))[:-1]
        close *= 1.5
    return points


def _even(points: Array, corners: int) -> Array:
    """Counter-clockwise; an outline of few corners gets more, rounded as paste is, one of many gets fewer."""
    if np.allclose(points[0], points[-1]):
        points = points[:-1]
    after = np.roll(points, -1, axis=0)
    if (points[:, 0] * after[:, 1] - after[:, 0] * points[:, 1]).sum() < 0:
        points, after = points[::-1], np.roll(points[::-1], -1, axis=0)
    if len(points) > corners:
        return _fewer(points, corners)
    if 2 * len(points) > corners:
        return points
    # Ridges and grooves run into each other a little, and their corners are cut off (one step of Chaikin's, 1974).
    away = np.hypot(*points.T)
    points = points * (1 - _SOFT + _SOFT * away.mean() / np.maximum(away, 1e-9))[:, None]
    after = np.roll(points, -1, axis=0)
    return np.stack([0.75 * points + 0.25 * after, 0.25 * points + 0.75 * after], axis=1).reshape(-1, 2)
