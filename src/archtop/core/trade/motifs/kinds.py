"""Every motif, by its name in the document."""

from __future__ import annotations

from collections.abc import Mapping
from typing import TYPE_CHECKING, Final, Literal

from archtop.core.trade.motifs.ball import Ball
from archtop.core.trade.motifs.blossom import Blossom
from archtop.core.trade.motifs.cloud import Cloud
from archtop.core.trade.motifs.coil import Coil
from archtop.core.trade.motifs.kiss import Kiss
from archtop.core.trade.motifs.leaf import Leaf
from archtop.core.trade.motifs.motif import MotifKind
from archtop.core.trade.motifs.rope import Rope
from archtop.core.trade.motifs.rosette import Rosette
from archtop.core.trade.motifs.ruffle import Ruffle
from archtop.core.trade.motifs.scallop import Scallop
from archtop.core.trade.motifs.tuft import Tuft
from archtop.core.trade.motifs.vine import Vine
from archtop.core.trade.motifs.zigzag import Zigzag

__all__ = ["MOTIFS", "MotifName"]

MOTIFS: Final[Mapping[str, type[MotifKind]]] = {
    motif.kind: motif
    for motif in (Kiss, Ball, Rosette, Coil, Scallop, Rope, Ruffle, Zigzag, Leaf, Tuft, Blossom, Vine, Cloud)
}

if TYPE_CHECKING:
    MotifName = str
else:
    MotifName = Literal[tuple(MOTIFS)]
