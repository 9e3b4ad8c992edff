"""What kneading is, for balls and for dough shapes alike."""

from __future__ import annotations

from typing import Final

from archtop.core.trade.ways.way import Told

__all__ = ["KNEAD", "REST", "WRAPPED"]

KNEAD: Final = Told(
    "knead",
    "shape",
    "Knead the dough",
    "When it no longer sticks. Too wet: leave it open an hour. Too dry: damp hands.",
)
WRAPPED: Final = "Keep the rest of the dough wrapped while you work."
REST: Final = Told("made", "wait", "Let them rest", "On paper, uncovered, until they can be lifted without a dent.")
