"""What is piped too soft or too stiff: sunk to the height that it can carry, or torn; its volume stays."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from archtop.core.geometry import Mesh
from archtop.core.rheology import highest_heap

__all__ = ["Stiffness", "keeps_of", "slumped", "torn"]

# A heap that sinks spreads at its foot more than at its top, its ridges run into each other; a stated guess.
_AT_FOOT = 1.6
# What would spread further than to so much of its width runs off or into its neighbours, and is drawn no wider.
_WIDEST = 1.9
# How ragged an edge gets that tears, as a share of its width; a stated guess.
_RAGGED = 0.16


class Stiffness(NamedTuple):
    """Of frosting as it leaves the tip: yield stress [Pa], density [g/ml]."""

    yield_pa: float
    density_g_ml: float


def slumped(mesh: Mesh, stiff: Stiffness) -> Mesh:
    """A motif around its foot as it stands once it has sunk: as high as it can carry itself, its volume kept.

    The height of a heap that just carries itself is the clock's own rule,
    :func:`archtop.core.rheology.highest_heap`.
    """
    high = float(mesh.points[:, 2].max())
    keeps = keeps_of(high, stiff)
    if keeps == 1:
        return mesh
    before = mesh.volume_mm3
    x, y, z = mesh.points.T
    up = z / high
    # Wider the lower, and never as wide as to cross itself.
    wider = 1 + (keeps**-0.5 - 1) * (_AT_FOOT - (_AT_FOOT - 1) * 2 * up)
    points = np.column_stack([x * wider, y * wider, z * keeps])
    sunk = Mesh(points, mesh.triangles)
    fit = (before / sunk.volume_mm3) ** 0.5
    return Mesh(points * [fit, fit, 1.0], mesh.triangles)


def keeps_of(high_mm: float, stiff: Stiffness) -> float:
    """What share of its height something piped so high keeps [-]."""
    can = highest_heap(stiff.yield_pa, stiff.density_g_ml)
    return min(1.0, max(can / high_mm, _WIDEST**-2))


def torn(mesh: Mesh, stiff: Stiffness, most_pa: float, seed: int) -> Mesh:
    """A motif that was too stiff to be pushed: its edges ragged, its volume kept.

    :param most_pa: from here on a hand no longer pushes it evenly through its tip [Pa]
    """
    if stiff.yield_pa <= most_pa:
        return mesh
    x, y, z = mesh.points.T
    ragged = 1 + _RAGGED * np.random.default_rng(seed).uniform(-1, 1, len(x))
    rough = Mesh(np.column_stack([x * ragged, y * ragged, z]), mesh.triangles)
    fit = (mesh.volume_mm3 / rough.volume_mm3) ** 0.5
    return Mesh(rough.points * [fit, fit, 1.0], mesh.triangles)
