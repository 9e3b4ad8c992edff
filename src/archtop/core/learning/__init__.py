"""What a studio learns of itself: numbers fitted from its log, and the pace of its pots."""

from archtop.core.learning.paces import UNKNOWN, Pace, PotPace, pace_from, pace_of
from archtop.core.learning.rates import Observation, fitted, kind_of, place_of, shrunk

__all__ = [
    "UNKNOWN",
    "Observation",
    "Pace",
    "PotPace",
    "fitted",
    "kind_of",
    "pace_from",
    "pace_of",
    "place_of",
    "shrunk",
]
