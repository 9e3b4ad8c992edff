"""Pour techniques, a room to each: its part of the document, the thickness it wants, what the bench says."""

from __future__ import annotations

from typing import TYPE_CHECKING

from archtop.core.base import Family
from archtop.core.trade.techniques.corner import Corner
from archtop.core.trade.techniques.drops import Drops
from archtop.core.trade.techniques.layer import Layer
from archtop.core.trade.techniques.mini_drops import MiniDrops
from archtop.core.trade.techniques.plops import Plops
from archtop.core.trade.techniques.pot_swirl import PotSwirl
from archtop.core.trade.techniques.ridge import Ridge
from archtop.core.trade.techniques.technique import BREAKING_PASSES, Ground, Here, Stream, Suits, Technique, within

__all__ = [
    "BREAKING_PASSES",
    "TECHNIQUES",
    "AnyTechnique",
    "Ground",
    "Here",
    "Layer",
    "PotSwirl",
    "Stream",
    "Suits",
    "Technique",
    "technique_of",
    "within",
]

TECHNIQUES: Family[Technique] = Family("kind", (Layer, Drops, MiniDrops, PotSwirl, Corner, Plops, Ridge))

if TYPE_CHECKING:
    AnyTechnique = Technique
else:
    AnyTechnique = TECHNIQUES.union


def technique_of(technique: Technique, colours: int) -> Technique:
    """How a pour of so many colours truly goes in: a layer of several leaves its pot as a pot swirl.

    >>> technique_of(Layer(), 1).kind, technique_of(Layer(), 2).kind
    ('layer', 'pot swirl')
    """
    return PotSwirl() if isinstance(technique, Layer) and colours > 1 else technique
