"""How high a top with everything on it stands, seen from above, and how much of the sky each place of it sees.

- ``Relief``: the heights
- ``relief_of``: of meshes, drawn from above
"""

from __future__ import annotations

from collections.abc import Iterable
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.geometry import Mesh

__all__ = ["Relief", "relief_of"]

Array = NDArray[np.float64]

_STEP_MM = 1.0
# Beyond the loaf there is air down to this depth under the level [mm].
_AIR_MM = 25.0
# What stands around within so far [mm] takes so much of the sky at the most; stated guesses, by eye.
_NEAR: tuple[tuple[float, float], ...] = ((1.5, 0.22), (4.0, 0.25), (10.0, 0.2))


class Relief(NamedTuple):
    """Heights over the floor [mm], shape (rows, columns), the back row first, from ``left`` and ``back`` on [mm].

    ``around``: the same, smoothed as far as each of the distances that shade; shape (distances, rows, columns).
    ``soap``: where there is any.
    """

    heights: Array
    around: Array
    soap: NDArray[np.bool_]
    left: float
    back: float

    def open_sky(self, points: Array) -> Array:
        """How much of the sky's light each point gets, 0 to 1.

        :param points: on or over the top [mm], shape (n, 3)
        """
        at = self._cells(points)
        taken = np.zeros(len(points))
        for (near, share), smooth in zip(_NEAR, self.around, strict=True):
            taken += share * np.clip((smooth[at] - points[:, 2]) / near, 0.0, 1.0)
        return 1.0 - taken

    def height_at(self, points: Array) -> Array:
        """How high the top stands [mm] at places across and along, shape (n, 2)."""
        found: Array = self.heights[self._cells(points)]
        return found

    def _cells(self, points: Array) -> tuple[NDArray[np.intp], NDArray[np.intp]]:
        rows, columns = self.heights.shape
        row = np.clip(((self.back - points[:, 1]) / _STEP_MM).astype(np.intp), 0, rows - 1)
        column = np.clip(((points[:, 0] - self.left) / _STEP_MM).astype(np.intp), 0, columns - 1)
        return row, column


def relief_of(meshes: Iterable[Mesh], level_mm: float) -> Relief:
    """What is seen of meshes from above.

    :param meshes: the bare top's among them
    :param level_mm: of what is poured
    """
    from scipy.ndimage import gaussian_filter

    from archtop.core.solids.raster import Canvas, Drawn, draw

    seen = list(meshes)
    low = np.min([mesh.points[:, :2].min(axis=0) for mesh in seen], axis=0) - _STEP_MM
    high = np.max([mesh.points[:, :2].max(axis=0) for mesh in seen], axis=0) + _STEP_MM
    columns, rows = (int(side) for side in np.ceil((high - low) / _STEP_MM))
    canvas = Canvas(np.zeros((rows, columns, 4), np.float32), np.full((rows, columns), -np.inf, np.float32))
    blank = np.zeros((1, 1, 3), np.uint8)
    for mesh in seen:
        x, y, z = mesh.points.T
        corners = np.column_stack([(x - low[0]) / _STEP_MM, (high[1] - y) / _STEP_MM, z])
        light, uv = np.zeros((len(mesh.triangles), 3)), np.zeros((len(x), 2))
        draw(Drawn(corners, mesh.triangles, light, uv, blank), canvas)
    depth = canvas.depth.astype(np.float64)
    soap = np.isfinite(depth)
    heights = np.where(soap, depth, level_mm - _AIR_MM)
    around = np.stack([gaussian_filter(heights, near / _STEP_MM, mode="nearest") for near, _ in _NEAR])
    return Relief(heights, around, soap, float(low[0]), float(high[1]))
