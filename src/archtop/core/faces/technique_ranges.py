"""Whether batter is too thick or too thin for the way it is poured, and what it would do then.

Ranges of yield stress for each technique are common practice in the stages of trace, no source; the stages' own
stresses are estimates.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence

from archtop.core.document import Hanger, Loaf, Pour
from archtop.core.faces.shaped import shape_held
from archtop.core.pours import Fill
from archtop.core.remarks import Remark
from archtop.core.rheology import thick_as
from archtop.core.trade.techniques import Suits

__all__ = ["remarks_on_pours"]


# Columns that a shape is looked at in, and how much of it must stay for it to be worth no word [share].
_COLUMNS, _KEEPS = 121, 0.8
_WIRE = Suits(1.5, 60.0, "lines blur as soon as they are drawn", "the wire tears furrows that do not close")


def remarks_on_pours(loaf: Loaf, fills: Sequence[Fill], yield_pa: Mapping[str, float]) -> tuple[Remark, ...]:
    """What a technique will do other than it should, at the thickness batter is expected to have.

    :param fills: levels before and after each step of the work [mm]
    :param yield_pa: at each pour, by its id [Pa]
    """
    return (*_on_work(loaf, yield_pa), *_on_shapes(loaf, fills, yield_pa))


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


def _on_shapes(loaf: Loaf, fills: Sequence[Fill], yield_pa: Mapping[str, float]) -> Iterator[Remark]:
    """Tops that a spoon has shaped, and that sink before the next pour comes."""
    pours = [(step, fill) for step, fill in zip(loaf.work, fills, strict=True) if isinstance(step, Pour)]
    for n, (step, fill) in enumerate(pours):
        if not step.shaped:
            continue
        if n == len(pours) - 1:
            yield Remark(
                code="pour.shaped_last",
                where=step.id,
                text=f"{step.name} is the last pour: nothing comes onto what the spoon shapes there.",
                remedy="Pour something onto it, or shape the loaf's own top on the Top page.",
            )
            continue
        pa = yield_pa.get(step.id)
        if pa is None:
            continue
        after = pours[n + 1][1]
        thick = fill.level_after_mm - fill.level_before_mm, after.level_after_mm - after.level_before_mm
        half = loaf.mould.outline_at(loaf.mould.length_mm / 2)[1][0]
        shape = shape_held(step.shaped, half, thick, pa, _COLUMNS)
        if shape.held_mm < _KEEPS * shape.asked_mm:
            yield Remark(
                code="pour.shape_sinks",
                where=step.id,
                text=f"{step.name} is shaped {shape.asked_mm:.0f} mm from its lowest to its highest point and keeps "
                f"{shape.held_mm:.0f} mm of it: {thick_as(pa)}, {thick[0]:.0f} mm deep, under {thick[1]:.0f} mm more.",
                remedy="Shape it when it is thicker, or less steeply.",
            )


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
