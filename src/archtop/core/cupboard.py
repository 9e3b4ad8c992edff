"""What a plan may draw on besides the loaf itself."""

from __future__ import annotations

from functools import cache

from archtop.core.chemistry import Fat, standard_fats
from archtop.core.figure import Frozen

__all__ = ["Cupboard", "standard_cupboard"]


class Cupboard(Frozen):
    """``fats`` by key: the built-in table with the studio's own rows over it."""

    fats: dict[str, Fat]


@cache
def standard_cupboard() -> Cupboard:
    """The built-in tables alone."""
    return Cupboard(fats=dict(standard_fats()))
