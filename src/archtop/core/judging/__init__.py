"""What is legal but worth a word before pouring.

- ``remarks_on``: shape, fit, cuts
- ``remarks_on_small``: small pieces and the shelf
- ``remarks_on_ingredients``: what goes into the pots
- ``remarks_on_top``: frosting, pieces and finishes
"""

from archtop.core.judging.ingredients import remarks_on_ingredients
from archtop.core.judging.remark import Remark
from archtop.core.judging.shape import remarks_on
from archtop.core.judging.small import remarks_on_small
from archtop.core.judging.top import remarks_on_top

__all__ = ["Remark", "remarks_on", "remarks_on_ingredients", "remarks_on_small", "remarks_on_top"]
