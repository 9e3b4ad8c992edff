"""A still picture of solids at a slant, for cards and for browsers that draw none.

Seen from so far away that nothing gets smaller with distance; nearer hides farther, point by point. One key and the
sky's own light, as in the browser.
"""

from __future__ import annotations

from typing import Final, NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.geometry import Mesh
from archtop.core.solids.files import seen_parts
from archtop.core.solids.loaf import LoafSolids
from archtop.core.solids.pictures import Pictures

__all__ = ["Slant", "still_of"]

Array = NDArray[np.float64]
Pixels = NDArray[np.uint8]

# Drawn so many times as large, then made small: soft edges.
_FINER = 2
_MARGIN = 0.04
_KEY: Final = np.array([0.45, -0.55, 0.72]) / np.linalg.norm([0.45, -0.55, 0.72])
# What comes from the sky, from the ground, and from the key, of all that white would send back.
_SKY, _GROUND, _BRIGHT = 0.5, 0.3, 0.56
# Edges sharper than this stay edges [cosine].
_SMOOTH = 0.55


class Slant(NamedTuple):
    """From where: turned from before the front to the right, and up from level [°]."""

    around_deg: float = 38.0
    up_deg: float = 30.0


def still_of(
    solids: LoafSolids,
    pictures: Pictures,
    size: tuple[int, int] = (480, 300),
    slant: Slant | None = None,
    finer: int = _FINER,
) -> Pixels:
    """A picture, shape (high, wide, 4), clear where there is no soap.

    :param size: wide and high [px]
    :param finer: drawn so many times as large, then made small
    """
    from archtop.core.solids.raster import Canvas, Drawn, draw

    right, up, towards = _axes(slant or Slant())
    parts = [part for of_bar in seen_parts(solids, pictures).values() for part in of_bar]
    everything = np.concatenate([part.mesh.points for part in parts])
    wide, high = (side * finer for side in size)
    across, upward = everything @ right, everything @ up
    scale = min(
        wide * (1 - 2 * _MARGIN) / max(np.ptp(across), 1e-9), high * (1 - 2 * _MARGIN) / max(np.ptp(upward), 1e-9)
    )
    middle = (across.max() + across.min()) / 2, (upward.max() + upward.min()) / 2
    colour = np.zeros((high, wide, 4), dtype=np.float32)
    depth = np.full((high, wide), -np.inf, dtype=np.float32)
    for _, mesh, uv, pixels, sky, _ in parts:
        corners = np.column_stack(
            [
                (mesh.points @ right - middle[0]) * scale + wide / 2,
                high / 2 - (mesh.points @ up - middle[1]) * scale,
                mesh.points @ towards,
            ]
        )
        light = _light(mesh) * sky[mesh.triangles]
        draw(Drawn(corners, mesh.triangles, light, uv, pixels), Canvas(colour, depth))
    small = colour.reshape(size[1], finer, size[0], finer, 4)
    cover = small[..., 3:].sum(axis=(1, 3))
    rgb = (small[..., :3] * small[..., 3:]).sum(axis=(1, 3)) / np.maximum(cover, 1e-9)
    return np.concatenate([rgb, 255 * cover / finer**2], axis=-1).round().clip(0, 255).astype(np.uint8)


def _axes(slant: Slant) -> tuple[Array, Array, Array]:
    """To the right, up and towards whoever looks, in the loaf's own axes."""
    around, rising = np.radians(slant.around_deg), np.radians(slant.up_deg)
    towards = np.array(
        [np.sin(around) * np.cos(rising), -np.cos(around) * np.cos(rising), np.sin(rising)], dtype=np.float64
    )
    right = np.array([np.cos(around), np.sin(around), 0.0])
    return right, np.cross(towards, right), towards


def _light(mesh: Mesh) -> Array:
    """How much light each corner of each triangle sends back, shape (m, 3)."""
    a, b, c = (mesh.points[mesh.triangles[:, k]] for k in range(3))
    faces = np.cross(b - a, c - a)
    flat = faces / np.maximum(np.linalg.norm(faces, axis=1, keepdims=True), 1e-12)
    smooth = mesh.normals[mesh.triangles]
    # Over a sharp edge nothing is smoothed.
    sharp = np.einsum("mkx,mx->mk", smooth, flat) < _SMOOTH
    used = np.where(sharp[..., None], flat[:, None], smooth)
    sky = _GROUND + (_SKY - _GROUND) * (used[..., 2] + 1) / 2
    found: Array = sky + _BRIGHT * np.maximum(used @ _KEY, 0.0)
    return found
