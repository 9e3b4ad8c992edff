"""The things of the trade, a room to each kind: how a piece is made, tips, motifs, finishes, grated soap."""

from archtop.core.trade.dough_parts import DoughPart, dough_ml, shape_ml
from archtop.core.trade.finishes import Finish, cut_on_side, finish_says
from archtop.core.trade.grated import LOOSE_PIECES, SHREDS_G_ML, Grated, packing_of
from archtop.core.trade.motifs import Motif, MotifKind, MotifSize, motif_of, sine_length
from archtop.core.trade.tips import Bead, Tip, bead_of, opening_of
from archtop.core.trade.ways import CompositeMake, DoughMake, Made, Make, made

__all__ = [
    "LOOSE_PIECES",
    "SHREDS_G_ML",
    "Bead",
    "CompositeMake",
    "DoughMake",
    "DoughPart",
    "Finish",
    "Grated",
    "Made",
    "Make",
    "Motif",
    "MotifKind",
    "MotifSize",
    "Tip",
    "bead_of",
    "cut_on_side",
    "dough_ml",
    "finish_says",
    "made",
    "motif_of",
    "opening_of",
    "packing_of",
    "shape_ml",
    "sine_length",
]
