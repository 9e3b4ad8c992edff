"""Where a rising function reaches a value.

A library has better root finders, but loading it takes several times as long as planning a loaf; this one does for
volumes that rise with a level, and is held against the library's in a test.
"""

from __future__ import annotations

from collections.abc import Callable

__all__ = ["reached_at"]

_MOST_STEPS = 200


def reached_at(rising: Callable[[float], float], value: float, low: float, high: float, within: float = 1e-9) -> float:
    """Where ``rising`` comes to ``value`` between ``low`` and ``high``, to ``within``, all in the unit of its argument.

    The Illinois variant of the false position (Dowell & Jarratt 1971, BIT 11:168): a bracket that always closes.

    :param value: in the unit of what ``rising`` gives; it lies between its values at the ends
    :param low: and ``high``, ``within``: in the unit of its argument

    >>> round(reached_at(lambda x: x**3, 8.0, 0.0, 10.0), 9)
    2.0
    """
    a, b = low, high
    fa, fb = rising(a) - value, rising(b) - value
    if fa >= 0:
        return a
    if fb <= 0:
        return b
    side = 0
    for _ in range(_MOST_STEPS):
        x = (a * fb - b * fa) / (fb - fa)
        fx = rising(x) - value
        if fx == 0 or b - a <= within:
            return x
        if fx > 0:
            moved, b, fb = b - x, x, fx
            fa = fa / 2 if side == 1 else fa
            side = 1
        else:
            moved, a, fa = x - a, x, fx
            fb = fb / 2 if side == -1 else fb
            side = -1
        if moved <= within / 4:
            return x
    return (a + b) / 2
