"""Which points of a picture are to be asked for: compiled, since every point is looked at several times.

What is known of each stands in ``state``: ``OUTSIDE``, ``WANTED``, ``TAKEN`` over from those around it, or ``ASKED``.
Points are told by their place in the flattened picture, in its order.
"""

from __future__ import annotations

from typing import Any, Final

import numba
import numpy as np

__all__ = ["ASKED", "COARSE", "OUTSIDE", "TAKEN", "WANTED", "corners_between", "every", "finer", "met", "warm"]

OUTSIDE, WANTED, TAKEN, ASKED = 0, 1, 2, 3
# The first points lie so far apart.
COARSE: Final = 4

_jit: Any = numba.njit(cache=True, nogil=True, boundscheck=False)


@_jit
def every(state: Any, step: int) -> Any:
    """Points of every so-manieth row and column, shape (p,).

    :param state: of each point, shape (rows, columns)
    """
    rows, columns = state.shape
    found, many = np.empty(((rows + step - 1) // step) * ((columns + step - 1) // step), dtype=np.int32), 0
    for i in range(0, rows, step):
        for k in range(0, columns, step):
            if state[i, k] == WANTED:
                found[many] = i * columns + k
                many += 1
    return found[:many]


@_jit
def finer(codes: Any, state: Any, step: int) -> Any:
    """What lies in blocks whose corners agree is taken over, in place; points of the others on a lattice twice as fine.

    Of the coarsest blocks those around one that changes are looked at too.

    :param codes: and ``state``: of each point, shape (rows, columns), every ``step``-th of them known
    """
    rows, columns = codes.shape
    down, across = (rows + step - 1) // step, (columns + step - 1) // step
    differs = np.zeros((down, across), dtype=np.bool_)
    around = 1 if step == COARSE else 0
    for i in range(down):
        below = min(i + 1, down - 1) * step
        for k in range(across):
            right, own = min(k + 1, across - 1) * step, codes[i * step, k * step]
            if codes[i * step, right] != own or codes[below, k * step] != own or codes[below, right] != own:
                for a in range(max(i - around, 0), min(i + around + 1, down)):
                    for b in range(max(k - around, 0), min(k + around + 1, across)):
                        differs[a, b] = True
    found, many = np.empty(codes.size, dtype=np.int32), 0
    for a in range(down):
        for b in range(across):
            i, k, apart = a * step, b * step, step // 2 if differs[a, b] else 1
            for at in range(i, min(i + step, rows), apart):
                for of in range(k, min(k + step, columns), apart):
                    if state[at, of] != WANTED:
                        continue
                    if differs[a, b]:
                        found[many] = at * columns + of
                        many += 1
                    else:
                        codes[at, of], state[at, of] = codes[i, k], TAKEN
    return found[:many]


@_jit
def met(codes: Any, state: Any, news: Any) -> Any:
    """Points taken over in every coarse block in which one of them lies beside another colour, shape (p,).

    :param codes: and ``state``: of each point, shape (rows, columns)
    :param news: points that were asked for since this was looked for, shape (n,): only beside them it may be so
    """
    rows, columns = codes.shape
    down, across = (rows + COARSE - 1) // COARSE, (columns + COARSE - 1) // COARSE
    blocks, flagged, which = np.zeros((down, across), dtype=np.bool_), 0, np.empty(down * across, dtype=np.int32)
    for p in range(news.shape[0]):
        i, k = news[p] // columns, news[p] % columns
        for a, b in ((i - 1, k), (i + 1, k), (i, k - 1), (i, k + 1)):
            if not (0 <= a < rows and 0 <= b < columns) or state[a, b] != TAKEN or codes[a, b] == codes[i, k]:
                continue
            if not blocks[a // COARSE, b // COARSE]:
                blocks[a // COARSE, b // COARSE] = True
                which[flagged] = a // COARSE * across + b // COARSE
                flagged += 1
    found, many = np.empty(flagged * COARSE * COARSE, dtype=np.int32), 0
    for n in range(flagged):
        i, k = which[n] // across * COARSE, which[n] % across * COARSE
        for a in range(i, min(i + COARSE, rows)):
            for b in range(k, min(k + COARSE, columns)):
                if state[a, b] == TAKEN:
                    found[many] = a * columns + b
                    many += 1
    return found[:many]


@_jit
def corners_between(codes: Any) -> tuple[Any, Any]:
    """Of a picture's corners, which lie between different points, and the code left of and above each.

    :param codes: shape (rows, columns)
    :return: the corners' places, shape (p,); codes of all, shape (rows + 1, columns + 1)
    """
    rows, columns = codes.shape
    corners = np.empty((rows + 1, columns + 1), dtype=codes.dtype)
    found, many = np.empty(corners.size, dtype=np.int32), 0
    for i in range(rows + 1):
        up, down = max(i - 1, 0), min(i, rows - 1)
        for k in range(columns + 1):
            left, right = max(k - 1, 0), min(k, columns - 1)
            own = codes[up, left]
            corners[i, k] = own
            if codes[up, right] != own or codes[down, left] != own or codes[down, right] != own:
                found[many] = i * (columns + 1) + k
                many += 1
    return found[:many], corners


def warm() -> None:
    """Compile, or load what was compiled, before anybody asks."""
    codes, state = np.zeros((2, 2), dtype=np.int32), np.ones((2, 2), dtype=np.uint8)
    every(state, COARSE)
    finer(codes, state, COARSE)
    met(codes, state, every(state, 1))
    corners_between(codes)
