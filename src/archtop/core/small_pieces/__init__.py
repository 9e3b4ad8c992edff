"""Small pieces beyond their making: dough of each colour, grated soap in a pour."""

from archtop.core.small_pieces.dough import DoughNeed, DoughShape, dough_needed
from archtop.core.small_pieces.shreds import ShredsUse, loose_heap, shreds_of

__all__ = [
    "DoughNeed",
    "DoughShape",
    "ShredsUse",
    "dough_needed",
    "loose_heap",
    "shreds_of",
]
