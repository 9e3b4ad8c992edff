"""Motifs, a room to each: what one squeeze or stroke of the bag leaves on the loaf, and how long hands take for it."""

from archtop.core.trade.motifs.kinds import MOTIFS, MotifName
from archtop.core.trade.motifs.motif import MotifKind, Stroke, sine_length
from archtop.core.trade.motifs.piped import Motif, MotifSize, motif_of

__all__ = ["MOTIFS", "Motif", "MotifKind", "MotifName", "MotifSize", "Stroke", "motif_of", "sine_length"]
