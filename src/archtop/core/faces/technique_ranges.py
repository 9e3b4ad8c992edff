"""Whether batter is too thick or too thin for the way it is poured, and what it would do then.

Ranges of yield stress for each technique are common practice in the stages of trace, no source; the stages' own
stresses are estimates.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import NamedTuple

from archtop.core.document import Hanger, Loaf, Pour
from archtop.core.remarks import Remark

__all__ = ["remarks_on_pours"]


class _Suits(NamedTuple):
    """From and to which yield stress a technique works [Pa], and what happens below and above."""

    least: float
    most: float
    thin: str
    thick: str


_HOW: Mapping[str, _Suits] = {
    "layer": _Suits(0.0, 150.0, "", "it no longer runs level: spread it with a spatula and tap, or it leaves holes"),
    "drops": _Suits(1.0, 30.0, "colours run into each other and blur", "it lies on top in ropes and sinks no more"),
    "mini drops": _Suits(
        1.0, 20.0, "drops run into each other and blur", "it no longer leaves the nozzle in drops that sink"
    ),
    "pot swirl": _Suits(0.5, 30.0, "colours mix in the pot", "it leaves the pot in lumps instead of ribbons"),
    "corner": _Suits(2.0, 80.0, "it runs level at once and leans to no side", "it stays where it falls, in a heap"),
    "plops": _Suits(25.0, 200.0, "it runs level and no plop is seen", "spoonfuls leave air between them"),
}
_WIRE = _Suits(1.5, 60.0, "lines blur as soon as they are drawn", "the wire tears furrows that do not close")


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
                how = "pot swirl" if step.how == "layer" and len(step.colours) > 1 else step.how
                yield from _unsuited(_HOW[how], pa, how, step.id, f"{step.name}, poured as {how}")
        elif isinstance(step, Hanger) and thickest > 0:
            yield from _unsuited(_WIRE, thickest, "hanger", step.id, f"{step.name}, drawn through")


def _unsuited(suits: _Suits, pa: float, how: str, where: str, what: str) -> Iterator[Remark]:
    if pa < suits.least:
        yield Remark(
            code="pour.too_thin",
            where=where,
            text=f"{what} at about {pa:.1f} Pa is too thin: {suits.thin}.",
            remedy=f"Wait until about {suits.least:g} Pa.",
        )
    elif pa > suits.most:
        yield Remark(
            code="pour.too_thick",
            where=where,
            text=f"{what} at about {pa:.0f} Pa is too thick: {suits.thick}.",
            remedy=f"Do it before about {suits.most:g} Pa"
            + (", or from higher up." if how in ("drops", "mini drops") else "."),
        )
