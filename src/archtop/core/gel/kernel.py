"""The loop over cells, compiled once and cached on disk; ``warm`` does it ahead of the first question."""

from __future__ import annotations

from math import exp
from typing import Any

import numba
import numpy as np

__all__ = ["advance", "warm"]

_jit: Any = numba.njit(cache=True, fastmath=True, nogil=True)


@_jit  # type: ignore[untyped-decorator]
def advance(t: Any, reacted: Any, law: Any, lead: Any, steps: int) -> tuple[float, float]:
    """Take temperatures and shares so many steps on, in place; what was made and lost [K·cells].

    :param t: temperature of each cell [°C], with a layer around them that stays as warm as it is, (x + 2, y + 2, z + 2)
    :param reacted: share of each cell that has reacted [-], shape (x, y, z); finished soap is 1
    :param law: k(T) = law[0]·exp(law[1]/(T + 273.15)) a step, share begun law[2], rise of all the reaction law[3] [K]
    :param lead: what crosses in a step to the cell before and to the one after, along each axis [-], shape (3, n, 2)
    """
    nx, ny, nz = reacted.shape
    now = t.copy()
    made = lost = 0.0
    for _ in range(steps):
        for i in range(nx):
            for j in range(ny):
                for k in range(nz):
                    here = now[i + 1, j + 1, k + 1]
                    done = reacted[i, j, k]
                    grown = law[0] * exp(law[1] / (here + 273.15)) * (done + law[2]) * (1.0 - done)
                    grown = min(grown, 1.0 - done)
                    reacted[i, j, k] = done + grown
                    made += grown * law[3]
                    t[i + 1, j + 1, k + 1] = (
                        here
                        + grown * law[3]
                        + (now[i, j + 1, k + 1] - here) * lead[0, i, 0]
                        + (now[i + 2, j + 1, k + 1] - here) * lead[0, i, 1]
                        + (now[i + 1, j, k + 1] - here) * lead[1, j, 0]
                        + (now[i + 1, j + 2, k + 1] - here) * lead[1, j, 1]
                        + (now[i + 1, j + 1, k] - here) * lead[2, k, 0]
                        + (now[i + 1, j + 1, k + 2] - here) * lead[2, k, 1]
                    )
        lost += _lost(now, lead, nx, ny, nz)
        now[:] = t
    return made, lost


@_jit  # type: ignore[untyped-decorator]
def _lost(t: Any, lead: Any, nx: int, ny: int, nz: int) -> float:
    """What leaves through the outer faces in a step [K·cells]."""
    out = 0.0
    for j in range(1, ny + 1):
        for k in range(1, nz + 1):
            out += (t[1, j, k] - t[0, j, k]) * lead[0, 0, 0]
            out += (t[nx, j, k] - t[nx + 1, j, k]) * lead[0, nx - 1, 1]
    for i in range(1, nx + 1):
        for k in range(1, nz + 1):
            out += (t[i, 1, k] - t[i, 0, k]) * lead[1, 0, 0]
            out += (t[i, ny, k] - t[i, ny + 1, k]) * lead[1, ny - 1, 1]
        for j in range(1, ny + 1):
            out += (t[i, j, 1] - t[i, j, 0]) * lead[2, 0, 0]
            out += (t[i, j, nz] - t[i, j, nz + 1]) * lead[2, nz - 1, 1]
    return out


def warm() -> None:
    """Compile, or load what was compiled, before anybody asks."""
    advance(np.zeros((3, 3, 3)), np.ones((1, 1, 1)), np.zeros(4), np.zeros((3, 1, 2)), 1)
