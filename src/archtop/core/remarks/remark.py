"""A word of warning."""

from __future__ import annotations

from archtop.core.base import Frozen

__all__ = ["Remark"]


class Remark(Frozen):
    """Something legal that a maker would want to know before pouring."""

    code: str
    where: str
    text: str
    remedy: str
