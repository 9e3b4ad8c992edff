"""How many loaves an order takes: heads, bars to a head, and some to spare."""

from __future__ import annotations

import math

from archtop.core.base import Frozen, InputError

__all__ = ["FavoursNeed", "favours_need"]


class FavoursNeed(Frozen):
    """Bars to give and to spare, what the loaves give, and how many loaves of the first kind it would take."""

    bars: int
    spare: int
    given: int
    lacking: int
    loaves: int
    says: str


def favours_need(heads: int, spare_percent: float, bars_given: int, bars_a_loaf: int) -> FavoursNeed:
    """What ``heads`` guests take at one bar each.

    :param bars_given: by the loaves that belong to the order already
    :param bars_a_loaf: that one loaf gives, halves counted
    :raises InputError: ``favours.heads`` or ``favours.spare``
    """
    if heads < 1:
        raise InputError.one("favours.heads", "heads", heads, "there must be somebody", "Say how many.")
    if not 0 <= spare_percent <= 200:
        raise InputError.one(
            "favours.spare", "spare_percent", spare_percent, "0 to 200 % can be kept to spare", "Ten is usual."
        )
    spare = math.ceil(heads * spare_percent / 100 - 1e-9)
    bars = heads + spare
    lacking = max(0, bars - bars_given)
    loaves = math.ceil(bars / bars_a_loaf) if bars_a_loaf else 0
    if lacking:
        says = f"{bars} bars are wanted, {spare} of them to spare; {lacking} are lacking: {loaves} loaves in all."
    else:
        says = f"{bars} bars are wanted, {spare} of them to spare; the loaves give {bars_given}."
    return FavoursNeed(bars=bars, spare=spare, given=bars_given, lacking=lacking, loaves=loaves, says=says)
