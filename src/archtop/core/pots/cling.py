"""What stays on bowls and spatulas."""

from __future__ import annotations

import math

__all__ = ["DEFAULT_FILM_MM", "FILM_RANGE_MM", "cling_ml"]

# Scraped bowls to thick, unscraped ones; a stated guess until the studio weighs its own.
FILM_RANGE_MM = (0.2, 1.0)
DEFAULT_FILM_MM = 0.5


def cling_ml(contents_ml: float, film_mm: float) -> float:
    """Batter [ml] left as a film of ``film_mm`` on the wetted inside of a bowl that held ``contents_ml``.

    The bowl is a half sphere just full: its wall is 2πr² with r = (3V/2π)^⅓, so small bowls lose more of what they
    hold. Basis: estimate.

    >>> round(cling_ml(1000.0, 0.5), 1)
    19.2
    """
    radius_mm: float = (3 * contents_ml * 1000 / (2 * math.pi)) ** (1 / 3)
    return 2 * math.pi * radius_mm**2 * film_mm / 1000
