"""The loaf document: everything that is poured, placed, piped and cut, in the order of work.

One JSON object, versioned. ``read_loaf`` reads any version up to this one and says clearly when a document is newer;
``blank_loaf`` is the empty page. What the document *means* is computed in :mod:`archtop.core.plan`.
"""

from archtop.core.document.also_filled import AlsoFilled
from archtop.core.document.consistency import colours_used, pieces_used
from archtop.core.document.contents import FORMAT, VERSION
from archtop.core.document.cupboard import STOCK_NAME, Cupboard, read_cupboard, standard_cupboard, stock_key
from archtop.core.document.cuts import Cuts, SpecialBar, Stamp
from archtop.core.document.fillings import MOST_FILLINGS, Filling, fillings_of
from archtop.core.document.ids import LotKey
from archtop.core.document.loaf import Loaf, blank_loaf, read_loaf
from archtop.core.document.lot import Keeping, Lot, LotKind
from archtop.core.document.merging import PartApart, differences, merged
from archtop.core.document.mixings import Mixing, batch_of, mixings_of
from archtop.core.document.parts import (
    BaseCoat,
    Batch,
    Brings,
    Casting,
    Colour,
    Cover,
    Crown,
    Embed,
    Figurine,
    Frosting,
    Kept,
    Painted,
    Poured,
    Row,
    Sizing,
    Top,
    WholePot,
    frosting_colours,
)
from archtop.core.document.pieces import PieceBody, Pieces
from archtop.core.document.piping import Clear, Moved, Run
from archtop.core.document.shares import ColourShare, by_colour
from archtop.core.document.stirred_in import shreds_stirred_in
from archtop.core.document.strewing import Pin, Scatter, ScatterItem
from archtop.core.document.top_order import OnTop, in_order, set_down_together
from archtop.core.document.what_goes_in import additive_doses, bottles_used, colour_doses, painted_things, scent_doses
from archtop.core.document.work import (
    STEPS,
    Dust,
    Hanger,
    InPour,
    Lay,
    Pour,
    Press,
    Prop,
    Shreds,
    Spritz,
    Stick,
    Work,
    prop_of,
)

__all__ = [
    "FORMAT",
    "MOST_FILLINGS",
    "STEPS",
    "STOCK_NAME",
    "VERSION",
    "AlsoFilled",
    "BaseCoat",
    "Batch",
    "Brings",
    "Casting",
    "Clear",
    "Colour",
    "ColourShare",
    "Cover",
    "Crown",
    "Cupboard",
    "Cuts",
    "Dust",
    "Embed",
    "Figurine",
    "Filling",
    "Frosting",
    "Hanger",
    "InPour",
    "Keeping",
    "Kept",
    "Lay",
    "Loaf",
    "Lot",
    "LotKey",
    "LotKind",
    "Mixing",
    "Moved",
    "OnTop",
    "Painted",
    "PartApart",
    "PieceBody",
    "Pieces",
    "Pin",
    "Pour",
    "Poured",
    "Press",
    "Prop",
    "Row",
    "Run",
    "Scatter",
    "ScatterItem",
    "Shreds",
    "Sizing",
    "SpecialBar",
    "Spritz",
    "Stamp",
    "Stick",
    "Top",
    "WholePot",
    "Work",
    "additive_doses",
    "batch_of",
    "blank_loaf",
    "bottles_used",
    "by_colour",
    "colour_doses",
    "colours_used",
    "differences",
    "fillings_of",
    "frosting_colours",
    "in_order",
    "merged",
    "mixings_of",
    "painted_things",
    "pieces_used",
    "prop_of",
    "read_cupboard",
    "read_loaf",
    "scent_doses",
    "set_down_together",
    "shreds_stirred_in",
    "standard_cupboard",
    "stock_key",
]
