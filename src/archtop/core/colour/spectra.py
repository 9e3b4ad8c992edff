"""Between a colour on a screen and a reflectance over the visible spectrum.

sRGB is turned into a smooth reflectance by three basis spectra (Mallett & Yuksel 2019), and back by the CIE 1931
observer under D65 (IEC 61966-2-1 for sRGB, CIE 15 for L*a*b*).

- ``reflectance_of``: sRGB → reflectance, shape (81,), 380-780 nm by 5 nm
- ``srgb_of``, ``lab_of``, ``labs_of``: back to ``#rrggbb`` and to L*a*b*
"""

from __future__ import annotations

from functools import cache, lru_cache

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import InputError, read_table

__all__ = ["Lab", "Spectrum", "lab_of", "labs_of", "reflectance_of", "srgb_of"]

Spectrum = NDArray[np.float64]
Lab = tuple[float, float, float]

# XYZ (D65, Y of white = 1) to linear sRGB, IEC 61966-2-1.
_TO_LINEAR = np.array(
    [[3.2406, -1.5372, -0.4986], [-0.9689, 1.8758, 0.0415], [0.0557, -0.2040, 1.0570]],
)


@cache
def _table() -> dict[str, Spectrum]:
    rows = read_table("spectra")
    return {name: np.array([float(row[name]) for row in rows]) for name in rows[0]}


@cache
def _observer() -> Spectrum:
    """Weights that integrate a reflectance to XYZ, shape (3, 81); a perfect white gives Y = 1."""
    table = _table()
    weights = np.array([table[axis] for axis in "xyz"]) * table["d65"]
    normal: Spectrum = weights / weights[1].sum()
    return normal


def _linear(srgb: str) -> Spectrum:
    text = srgb.removeprefix("#")
    try:
        values = np.array([int(text[i : i + 2], 16) for i in (0, 2, 4)]) / 255
    except ValueError as error:
        raise InputError.one("colour.srgb", "srgb", srgb, "must be like #7a8b99", "Pick a colour.") from error
    linear: Spectrum = np.where(values <= 0.04045, values / 12.92, ((values + 0.055) / 1.055) ** 2.4)
    return linear


@lru_cache(maxsize=1024)
def reflectance_of(srgb: str) -> Spectrum:
    """A smooth reflectance [-] that looks like ``srgb`` under daylight, shape (81,), read-only."""
    table = _table()
    red, green, blue = _linear(srgb)
    mixed: Spectrum = red * table["red"] + green * table["green"] + blue * table["blue"]
    mixed.flags.writeable = False
    return mixed


def _xyz(reflectance: Spectrum) -> Spectrum:
    xyz: Spectrum = _observer() @ reflectance
    return xyz


def srgb_of(reflectance: Spectrum) -> str:
    """``#rrggbb`` of a reflectance; what a screen cannot show is brought to its nearest edge."""
    linear = np.clip(_TO_LINEAR @ _xyz(reflectance), 0, 1)
    curved = np.where(linear <= 0.0031308, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055)
    return "#" + "".join(f"{round(float(v) * 255):02x}" for v in curved)


def lab_of(reflectance: Spectrum) -> Lab:
    """CIE L*a*b* of a reflectance, against a perfect white under D65 (CIE 15)."""
    lightness, a, b = labs_of(reflectance[None, :])[0]
    return float(lightness), float(a), float(b)


def labs_of(reflectances: Spectrum) -> Spectrum:
    """CIE L*a*b* of many reflectances of shape (n, 81), shape (n, 3), as :func:`lab_of`."""
    weights = _observer()
    ratio = reflectances @ weights.T / weights.sum(axis=1)
    f = np.where(ratio > (6 / 29) ** 3, np.cbrt(ratio), ratio / (3 * (6 / 29) ** 2) + 4 / 29)
    labs: Spectrum = np.stack([116 * f[:, 1] - 16, 500 * (f[:, 0] - f[:, 1]), 200 * (f[:, 1] - f[:, 2])], axis=1)
    return labs
