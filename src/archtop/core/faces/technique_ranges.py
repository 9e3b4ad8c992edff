"""Whether batter is too thick or too thin for the way it is poured, and what it would do then.

Ranges of yield stress for each technique are common practice in the stages of trace, no source; the stages' own
stresses are estimates.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from archtop.core.document import Hanger, Loaf, Pour
from archtop.core.remarks import Remark
from archtop.core.rheology import thick_as
from archtop.core.trade.techniques import Suits

__all__ = ["remarks_on_pours"]


_WIRE = Suits(1.5, 60.0, "lines blur as soon as they are drawn", "the wire tears furrows that do not close")


def remarks_on_pours(loaf: Loaf, yield_pa: Mapping[str, float]) -> tuple[Remark, ...]:
    """What a technique will do other than it should, at the thickness batter is expected to have.

    :param yield_pa: at each pour, by its id [Pa]
    """
    return tuple(_on_work(loaf, yield_pa))


def _on_work(loaf: Loaf, yield_pa: Mapping[str, float]) -> Iterator[Remark]:
    thickest = 0.0
    for step in loaf.work:
        if isinstance(step, Pour):
            pa = yield_pa.get(step.id)
            if pa is not None:
                thickest = max(thickest, pa)
                goes = step.goes_in
                what = f"{step.name}, poured as {goes.kind}"
                yield from _unsuited(goes.suits, pa, step.id, what, higher=goes.higher_helps)
        elif isinstance(step, Hanger) and thickest > 0:
            yield from _unsuited(_WIRE, thickest, step.id, f"{step.name}, drawn through")


def _unsuited(suits: Suits, pa: float, where: str, what: str, *, higher: bool = False) -> Iterator[Remark]:
    if pa < suits.least:
        yield Remark(
            code="pour.too_thin",
            where=where,
            text=f"{what} at {thick_as(pa)} is too thin: {suits.thin}.",
            remedy=f"Wait until it is {_at_least(suits.least)}.",
        )
    elif pa > suits.most:
        yield Remark(
            code="pour.too_thick",
            where=where,
            text=f"{what} at {thick_as(pa)} is too thick: {suits.thick}.",
            remedy=f"Do it while it is no thicker than {thick_as(suits.most).removeprefix('like ')}"
            + (", or from higher up." if higher else "."),
        )


def _at_least(pa: float) -> str:
    words = thick_as(pa)
    return words if words.startswith("like") else f"at {words}"
