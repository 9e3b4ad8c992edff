"""What is legal but worth a word before pouring.

- ``remarks_on``: shape, fit, cuts
- ``remarks_on_small``: small pieces and the shelf
- ``remarks_on_ingredients``: what goes into the pots
- ``remarks_on_top``: frosting, pieces and finishes
- ``remarks_on_gel``: what it does as it sets
- ``remarks_on_cut``: how it is cut
- ``remarks_on_sharing``: batter that another loaf mixes
"""

from archtop.core.remarks.days import remarks_on_days
from archtop.core.remarks.gel import remarks_on_gel
from archtop.core.remarks.ingredients import remarks_on_ingredients
from archtop.core.remarks.remark import Remark
from archtop.core.remarks.shape import remarks_on
from archtop.core.remarks.sharing import remarks_on_sharing
from archtop.core.remarks.small_pieces import remarks_on_small
from archtop.core.remarks.top import remarks_on_cut, remarks_on_top

__all__ = [
    "Remark",
    "remarks_on",
    "remarks_on_cut",
    "remarks_on_days",
    "remarks_on_gel",
    "remarks_on_ingredients",
    "remarks_on_sharing",
    "remarks_on_small",
    "remarks_on_top",
]
