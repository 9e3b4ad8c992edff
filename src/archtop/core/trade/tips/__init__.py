"""Piping tips, a room to each kind, and the bead they lay.

An opening is drawn as an outline in millimetres; area, hydraulic diameter and the bead follow from it. A bead keeps the
opening's area: swelling behind the tip and drag along the loaf are left out.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import TYPE_CHECKING, Annotated, Final, Literal

from pydantic import Field

from archtop.core.base import Figure, Frozen
from archtop.core.trade.tips.closed_star import ClosedStar
from archtop.core.trade.tips.grass import Grass
from archtop.core.trade.tips.leaf import LeafTip
from archtop.core.trade.tips.open_star import OpenStar
from archtop.core.trade.tips.petal import Petal
from archtop.core.trade.tips.plain import Plain
from archtop.core.trade.tips.ruffle import RuffleTip
from archtop.core.trade.tips.tip import Bead, Opening, TipKind
from archtop.core.trade.tips.v_cut import VCut

__all__ = ["TIPS", "Bead", "Tip", "TipKind", "TipName", "bead_of", "opening_of"]

TIPS: Final[Mapping[str, type[TipKind]]] = {
    tip.kind: tip for tip in (Plain, OpenStar, ClosedStar, Petal, LeafTip, Grass, RuffleTip, VCut)
}

if TYPE_CHECKING:
    TipName = str
else:
    TipName = Literal[tuple(TIPS)]


class Tip(Frozen):
    """A tip or a cut bag. ``opening_mm``: across a round or star opening, the length of a slot, one hole of many.

    ``thick_mm``: of a slot (petal, leaf, ruffle, V cut); ``points``: of a star; ``holes``: of a grass tip; ``land_mm``:
    how long the narrow part is.
    """

    id: Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
    name: Annotated[str, Field(min_length=1, max_length=120)]
    kind: TipName = "plain"
    opening_mm: Annotated[float, Field(ge=0.5, le=60)] = 10.0
    thick_mm: Annotated[float, Field(ge=0.3, le=30)] = 3.0
    points: Annotated[int, Field(ge=3, le=24)] = 6
    holes: Annotated[int, Field(ge=2, le=60)] = 9
    land_mm: Annotated[float, Field(ge=1, le=80)] = 15.0


def opening_of(tip: Tip) -> Opening:
    """The opening as an outline around its middle [mm]."""
    return TIPS[tip.kind].opening(tip)


def bead_of(tip: Tip) -> Bead:
    """The bead of a tip, lying as it is piped: petals and ruffles on their edge, leaves flat, the rest as ellipses."""
    kind = TIPS[tip.kind]
    opening = kind.opening(tip)
    area, edge = float(opening.area), float(opening.length)
    left, low, right, high = opening.bounds
    # An ellipse is as wide as the opening, and of its area.
    wide = right - left
    tall = high - low if kind.on_edge else 4 * area / (math.pi * wide)
    return Bead(
        area_mm2=area,
        wide_mm=wide,
        high_mm=tall,
        hydraulic_mm=4 * area / edge,
        finest_mm=kind.finest(tip),
        area=Figure.within(
            area,
            "mm²",
            0.15,
            "estimate",
            how=f"the opening's own area, {tip.kind} of {tip.opening_mm:g} mm",
            source="geometry; a bead swells or thins by how fast the hand goes along",
        ),
    )
