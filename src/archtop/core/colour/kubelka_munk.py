"""Kubelka & Munk 1931 for a body too thick to see through: how absorption and scattering make its reflectance.

- ``absorption``: K/S of a reflectance
- ``reflectance``: and back
"""

from __future__ import annotations

import numpy as np

from archtop.core.colour.spectra import Spectrum

__all__ = ["absorption", "reflectance"]

# Nothing in soap reflects all or nothing; the bounds keep K/S finite.
_LEAST, _MOST = 0.004, 0.995


def absorption(reflected: Spectrum) -> Spectrum:
    """K/S = (1 − R)² / 2R of a reflectance [-].

    >>> float(absorption(np.array([0.5]))[0])
    0.25
    """
    r = np.clip(reflected, _LEAST, _MOST)
    return (1 - r) ** 2 / (2 * r)


def reflectance(k_over_s: Spectrum) -> Spectrum:
    """R = 1 + K/S − √((K/S)² + 2·K/S).

    >>> round(float(reflectance(np.array([0.25]))[0]), 6)
    0.5
    """
    return 1 + k_over_s - np.sqrt(k_over_s**2 + 2 * k_over_s)
