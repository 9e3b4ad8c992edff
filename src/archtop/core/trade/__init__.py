"""The things of the trade, a room to each kind: techniques, ways of making, motifs, tips, finishes, grated soap."""

from archtop.core.trade.bases import BASE_CAUTION, BASES, Base, BaseName
from archtop.core.trade.column_pours import COLUMN_POURS, AnyColumnPour, ByTurns, ColumnPour, Spot
from archtop.core.trade.dough_parts import DoughPart, dough_ml, shape_ml
from archtop.core.trade.finishes import FINISHES, Finish, FinishKind, FromShelf, Shelf, cut_on_side
from archtop.core.trade.grated import GRATING_LOSS, LOOSE_PIECES, SHREDS_G_ML, Grated, block_g, packing_of
from archtop.core.trade.motifs import MOTIFS, Motif, MotifKind, MotifName, MotifSize, Stroke, motif_of, sine_length
from archtop.core.trade.placings import (
    PLACINGS,
    AlongLine,
    AnyPlacing,
    ByLot,
    EachBar,
    InRows,
    OnBar,
    OnMotifs,
    OnTheTop,
    Place,
)
from archtop.core.trade.pot_stream import pot_colours
from archtop.core.trade.techniques import TECHNIQUES, AnyTechnique, Ground, Here, Layer, Technique, technique_of
from archtop.core.trade.tips import TIPS, Bead, Tip, TipKind, bead_of, opening_of
from archtop.core.trade.ways import WAYS, Made, Make, Told, WaitOf, Way

__all__ = [
    "BASES",
    "BASE_CAUTION",
    "COLUMN_POURS",
    "FINISHES",
    "GRATING_LOSS",
    "LOOSE_PIECES",
    "MOTIFS",
    "PLACINGS",
    "SHREDS_G_ML",
    "TECHNIQUES",
    "TIPS",
    "WAYS",
    "AlongLine",
    "AnyColumnPour",
    "AnyPlacing",
    "AnyTechnique",
    "Base",
    "BaseName",
    "Bead",
    "ByLot",
    "ByTurns",
    "ColumnPour",
    "DoughPart",
    "EachBar",
    "Finish",
    "FinishKind",
    "FromShelf",
    "Grated",
    "Ground",
    "Here",
    "InRows",
    "Layer",
    "Made",
    "Make",
    "Motif",
    "MotifKind",
    "MotifName",
    "MotifSize",
    "OnBar",
    "OnMotifs",
    "OnTheTop",
    "Place",
    "Shelf",
    "Spot",
    "Stroke",
    "Technique",
    "Tip",
    "TipKind",
    "Told",
    "WaitOf",
    "Way",
    "bead_of",
    "block_g",
    "cut_on_side",
    "dough_ml",
    "motif_of",
    "opening_of",
    "packing_of",
    "pot_colours",
    "shape_ml",
    "sine_length",
    "technique_of",
]
