"""What a telephone's photograph shows, in millimetres: printed marks give the scale, so that nobody types it.

- ``RING_SHEET``, ``BAR_CARD``: what is printed on the sheets, and what is looked for
- ``mark_cells``: how a mark is printed
- ``read_spoonful``: how far a spoonful has spread on the ring sheet
- ``read_bar``: a cut bar on its card: its size, its pieces' places, its colours, its holes
- ``RimStrips``, ``read_top``: a loaf's top in its mould, where its pieces lie now
- ``read_soap``: the colour of soap on the card, or of a bowl beside it
"""

from archtop.core.camera.bar import BarPlanned, BarSeen, PiecePlanned, read_bar
from archtop.core.camera.bar_card import BAR_CARD, BarCard
from archtop.core.camera.loaf_top import TopPiecePlanned, TopPieceSeen, TopPlanned, TopSeen, read_top
from archtop.core.camera.marks import MARK_MM, Mark, mark_cells
from archtop.core.camera.pose import FILM_DIAGONAL_MM
from archtop.core.camera.rim_strips import RimStrips
from archtop.core.camera.ring_sheet import RING_SHEET, RingSheet
from archtop.core.camera.soap_colour import SoapSeen, read_soap
from archtop.core.camera.spoonful import Spread, read_spoonful

__all__ = [
    "BAR_CARD",
    "FILM_DIAGONAL_MM",
    "MARK_MM",
    "RING_SHEET",
    "BarCard",
    "BarPlanned",
    "BarSeen",
    "Mark",
    "PiecePlanned",
    "RimStrips",
    "RingSheet",
    "SoapSeen",
    "Spread",
    "TopPiecePlanned",
    "TopPieceSeen",
    "TopPlanned",
    "TopSeen",
    "mark_cells",
    "read_bar",
    "read_soap",
    "read_spoonful",
    "read_top",
]
