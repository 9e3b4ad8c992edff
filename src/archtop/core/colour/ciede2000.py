"""CIEDE2000: how different two colours look.

CIE 142-2001, written after Sharma, Wu & Dalal 2005, Color Research & Application 30(1):21.
"""

from __future__ import annotations

import math

from archtop.core.colour.spectra import Lab

__all__ = ["difference"]


def difference(a: Lab, b: Lab) -> float:
    """ΔE00 of two L*a*b* colours, kL = kC = kH = 1. About 1 is just visible side by side.

    >>> round(difference((50.0, 2.6772, -79.7751), (50.0, 0.0, -82.7485)), 4)
    2.0425
    """
    (l1, a1, b1), (l2, a2, b2) = a, b
    mean_chroma = (math.hypot(a1, b1) + math.hypot(a2, b2)) / 2
    g = 0.5 * (1 - math.sqrt(mean_chroma**7 / (mean_chroma**7 + 25**7)))
    c1, c2 = math.hypot((1 + g) * a1, b1), math.hypot((1 + g) * a2, b2)
    h1, h2 = _hue((1 + g) * a1, b1), _hue((1 + g) * a2, b2)
    dl, dc = l2 - l1, c2 - c1
    dh = 2 * math.sqrt(c1 * c2) * math.sin(math.radians(_turn(h1, h2, c1 * c2) / 2))
    l_mean, c_mean, h_mean = (l1 + l2) / 2, (c1 + c2) / 2, _mean_hue(h1, h2, c1 * c2)
    t = (
        1
        - 0.17 * math.cos(math.radians(h_mean - 30))
        + 0.24 * math.cos(math.radians(2 * h_mean))
        + 0.32 * math.cos(math.radians(3 * h_mean + 6))
        - 0.20 * math.cos(math.radians(4 * h_mean - 63))
    )
    s_l = 1 + 0.015 * (l_mean - 50) ** 2 / math.sqrt(20 + (l_mean - 50) ** 2)
    s_c, s_h = 1 + 0.045 * c_mean, 1 + 0.015 * c_mean * t
    twist = 60 * math.exp(-(((h_mean - 275) / 25) ** 2))
    r_t = -2 * math.sqrt(c_mean**7 / (c_mean**7 + 25**7)) * math.sin(math.radians(twist))
    dl, dc, dh = dl / s_l, dc / s_c, dh / s_h
    return math.sqrt(dl**2 + dc**2 + dh**2 + r_t * dc * dh)


def _hue(a: float, b: float) -> float:
    return math.degrees(math.atan2(b, a)) % 360 if a or b else 0.0


def _turn(h1: float, h2: float, chroma: float) -> float:
    if chroma == 0:
        return 0.0
    turn = h2 - h1
    return turn - 360 if turn > 180 else turn + 360 if turn < -180 else turn


def _mean_hue(h1: float, h2: float, chroma: float) -> float:
    total = h1 + h2
    if chroma == 0:
        return total
    if abs(h1 - h2) <= 180:
        return total / 2
    return (total + 360) / 2 if total < 360 else (total - 360) / 2
