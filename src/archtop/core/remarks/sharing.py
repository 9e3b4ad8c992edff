"""What is worth a word about batter that another loaf mixes."""

from __future__ import annotations

from collections.abc import Iterator

from archtop.core.pots import Sharing
from archtop.core.remarks.remark import Remark

__all__ = ["remarks_on_sharing"]


def remarks_on_sharing(sharing: Sharing) -> Iterator[Remark]:
    """Why a loaf mixes its own although it was to take another's batter; other days than the loaves it shares with."""
    for text in sharing.told:
        yield Remark(
            code="pot.not_shared",
            where="batter_from",
            text=text,
            remedy="Until they agree it mixes its own. Make them agree, choose another loaf, or let it mix its own.",
        )
    for text in sharing.other_days:
        yield Remark(
            code="pot.other_day",
            where="batter_from",
            text=text,
            remedy="Batter does not wait: pour them on one day.",
        )
