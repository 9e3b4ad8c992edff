"""Shares of colours."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Annotated

from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.document.ids import Id

__all__ = ["ColourShare", "Shares", "by_colour"]


class ColourShare(Frozen):
    """A colour's percent of a pour or of the frosting."""

    colour: Id
    percent: Annotated[float, Field(gt=0, le=100)]


Shares = Annotated[tuple[ColourShare, ...], Field(min_length=1, max_length=20)]


def by_colour(shares: Iterable[ColourShare], volume_ml: float) -> dict[str, float]:
    """What each colour has of a volume [ml], by its id, however often it is named."""
    volumes: dict[str, float] = {}
    for share in shares:
        volumes[share.colour] = volumes.get(share.colour, 0.0) + volume_ml * share.percent / 100
    return volumes
