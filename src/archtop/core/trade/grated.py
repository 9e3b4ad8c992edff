"""How densely grated soap and loose pieces lie, and so how much of them batter can bind.

A heap of loose things is part soap, part gaps; stirred into batter they can take no greater share of it than in the
heap, or batter no longer fills between them.
"""

from __future__ import annotations

from typing import Final, Literal

from archtop.core.base import read_table

__all__ = ["GRATING_LOSS", "LOOSE_PIECES", "SHREDS_G_ML", "Grated", "block_g", "packing_of"]

Grated = Literal["crumbs", "shreds", "curls"]

# Grated soap [g/ml], between fresh batter and a dry bar: a stated guess.
SHREDS_G_ML: Final = 1.03
# Random close packing of equal balls: Scott & Kilgour 1969, J. Phys. D 2:863, give 0.6366.
LOOSE_PIECES: Final = 0.64
# A block that has stood for a night or two has lost a little water already, and the grater keeps some of it: a stated
# guess, as a share of the shreds.
GRATING_LOSS: Final = 0.05


def packing_of(grated: Grated) -> float:
    """Share of a loose heap that is soap [-], by how it was grated."""
    return next(float(row["packing"]) for row in read_table("packing") if row["grated"] == grated)


def block_g(shreds_g: float) -> float:
    """What a block weighs fresh that so many shreds are grated from [g].

    >>> round(block_g(600))
    630
    """
    return shreds_g * (1 + GRATING_LOSS)
