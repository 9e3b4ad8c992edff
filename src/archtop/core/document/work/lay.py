"""An embed laid in."""

from __future__ import annotations

from typing import Literal

from archtop.core.base import Kind
from archtop.core.document.ids import Id

__all__ = ["Lay"]


class Lay(Kind):
    """An embed laid into what has been poured so far."""

    label = "Lay in an embed"
    help = "An embed laid into what has been poured so far."

    do: Literal["lay"] = "lay"
    embed: Id
