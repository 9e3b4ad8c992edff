"""Words about what the loaf does as it sets."""

from __future__ import annotations

from collections.abc import Iterator

from archtop.core.gel import GelPlan
from archtop.core.remarks.remark import Remark

__all__ = ["remarks_on_gel"]


def remarks_on_gel(gel: GelPlan, name: str) -> Iterator[Remark]:
    """A ring in every bar is seldom wished for, and a loaf that gets too hot never; the rest is told at the cover."""
    if gel.too_hot:
        yield Remark(code="gel.hot", where=name, text=gel.says, remedy=gel.remedy)
    elif gel.gels == "middle":
        yield Remark(code="gel.ring", where=name, text=gel.says, remedy=gel.remedy)
