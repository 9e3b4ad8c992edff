"""What a telephone's photograph shows, in millimetres: printed marks give the scale, so that nobody types it.

- ``RING_SHEET``: the sheet's rings, spokes and marks, as they are printed and as they are looked for
- ``mark_cells``: how a mark is printed
- ``read_spoonful``: how far a spoonful has spread on the ring sheet
"""

from archtop.core.camera.marks import MARK_MM, Mark, mark_cells
from archtop.core.camera.ring_sheet import RING_SHEET, RingSheet
from archtop.core.camera.spoonful import Spread, read_spoonful

__all__ = ["MARK_MM", "RING_SHEET", "Mark", "RingSheet", "Spread", "mark_cells", "read_spoonful"]
