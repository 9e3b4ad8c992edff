"""The top of a loaf: tips, motifs, runs of them, pieces strewn over it, finishes."""

from archtop.core.document.piping import Clear, Run
from archtop.core.document.strewing import Pin, Scatter, ScatterItem
from archtop.core.top.finishes import Finish, cut_on_side, finish_says
from archtop.core.top.motifs import Motif, MotifKind, MotifSize, motif_of
from archtop.core.top.runs import Spot, TopArea, spots_of
from archtop.core.top.scatter import ScatterPlan, Strewn, strew
from archtop.core.top.tips import Bead, Tip, TipKind, bead_of, opening_of

__all__ = [
    "Bead",
    "Clear",
    "Finish",
    "Motif",
    "MotifKind",
    "MotifSize",
    "Pin",
    "Run",
    "Scatter",
    "ScatterItem",
    "ScatterPlan",
    "Spot",
    "Strewn",
    "Tip",
    "TipKind",
    "TopArea",
    "bead_of",
    "cut_on_side",
    "finish_says",
    "motif_of",
    "opening_of",
    "spots_of",
    "strew",
]
