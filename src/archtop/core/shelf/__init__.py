"""The shelf: what lies there and of what age, and what a step puts there or takes."""

from archtop.core.shelf.cut_out import CutOut, cut_out
from archtop.core.shelf.dough_ages import dough_age
from archtop.core.shelf.moves import ShelfMove, shelf_moves
from archtop.core.shelf.shelving import LotState, ShelfUse, could_use, lot_state, shelf_uses

__all__ = [
    "CutOut",
    "LotState",
    "ShelfMove",
    "ShelfUse",
    "could_use",
    "cut_out",
    "dough_age",
    "lot_state",
    "shelf_moves",
    "shelf_uses",
]
