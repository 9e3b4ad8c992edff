"""Words about the top: what frosting cannot carry or a hand not push, what lies unfairly or in the wire's way."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from archtop.core.document import Loaf
from archtop.core.remarks.remark import Remark
from archtop.core.top import TopPlan

__all__ = ["remarks_on_top"]

# A passage narrower than this is closed by a lump of colour or a petal in the batter [mm]; a stated guess.
_FINE_MM = 1.5
# Amounts nearer than this are the same to a hand.
_NEAR = 0.03
# Of more than so many pieces the numbers are not told.
_NAMED = 4


def remarks_on_top(loaf: Loaf, top: TopPlan) -> tuple[Remark, ...]:
    """Everything worth a word about the top."""
    return (*_on_runs(top), *_on_held_back(loaf, top), *_on_scatter(loaf, top), *_on_cut(top), *_on_height(loaf, top))


def _on_runs(top: TopPlan) -> Iterator[Remark]:
    tips = {tip.id: tip for tip in top.tips}
    for run in top.runs:
        if run.motif.needed_pa > run.most_pa:
            yield Remark(
                code="top.no_window",
                where=run.id,
                text=f"{run.name} stand {run.motif.high_mm:.0f} mm high, which takes {run.motif.needed_pa:.0f} Pa, and "
                f"from {run.most_pa:.0f} Pa on no hand pushes it through {tips[run.tip].name}.",
                remedy="Pipe it lower, or through a wider tip.",
            )
        if tips[run.tip].bead.finest_mm < _FINE_MM:
            yield Remark(
                code="top.fine_tip",
                where=run.id,
                text=f"{tips[run.tip].name} narrows to {tips[run.tip].bead.finest_mm:.1f} mm: a lump closes it.",
                remedy="Sieve the colours wet, and leave clay and oats out of this frosting.",
            )
        if not run.spots:
            yield Remark(
                code="top.nothing_fits",
                where=run.id,
                text=f"Not one of {run.name} finds room.",
                remedy="Make it smaller, or give it more of the top.",
            )


def _on_held_back(loaf: Loaf, top: TopPlan) -> Iterator[Remark]:
    """What a hand holds back against what the top takes."""
    held = loaf.frosting.held_back_ml if loaf.frosting else None
    wanted = sum(need.runs_ml + need.base_ml + need.practice_ml + need.waste_ml for need in top.colours)
    if held is None or abs(held - wanted) <= _NEAR * wanted:
        return
    short = f"{wanted - held:.0f} ml too little" if held < wanted else f"{held - wanted:.0f} ml stay in the bowl"
    yield Remark(
        code="top.over_told",
        where="frosting",
        text=f"{held:.0f} ml are held back and the top takes {wanted:.0f} ml: {short}.",
        remedy="Leave what is held back empty and it follows the top, or pipe fewer or smaller ones."
        if held < wanted
        else "Leave what is held back empty and it follows the top, or plan where the rest goes.",
    )


def _on_scatter(loaf: Loaf, top: TopPlan) -> Iterator[Remark]:
    if top.scatter is None:
        return
    names = {piece.id: piece.name for piece in loaf.pieces}
    counts = {item.pieces: item.count for item in loaf.top.scatter.items}
    for key, lacking in top.scatter.lacking.items():
        yield Remark(
            code="scatter.too_many",
            where=key,
            text=f"{lacking} of {counts[key]} {names[key]} find no place: {counts[key] - lacking} do.",
            remedy="Strew fewer or smaller ones, let them lie closer, or let the wire go through them.",
        )
    for key, name in names.items():
        mine = [piece for piece in top.scatter.strewn if piece.pieces == key]
        if lean := [piece.number + 1 for piece in mine if piece.leans]:
            yield Remark(
                code="scatter.leans",
                where=key,
                text=f"{_numbered(name, lean)} over a cut.",
                remedy="Move it, or let the wire go through it."
                if len(lean) == 1
                else "Move them, cut thicker bars, or let the wire go through them.",
            )
        if touch := [piece.number + 1 for piece in mine if piece.touches]:
            yield Remark(
                code="scatter.touches",
                where=key,
                text=f"{_numbered(name, touch)} on another piece.",
                remedy="Move it." if len(touch) == 1 else "Move them apart, or use smaller ones.",
            )


def _numbered(name: str, numbers: Sequence[int]) -> str:
    """Which of its kind lie somewhere, each by its number as long as that can be read."""
    if len(numbers) == 1:
        return f"{name} {numbers[0]} lies"
    if len(numbers) <= _NAMED:
        return f"{name} {', '.join(str(number) for number in numbers[:-1])} and {numbers[-1]} lie"
    return f"{len(numbers)} of {name} lie"


def _on_cut(top: TopPlan) -> Iterator[Remark]:
    if top.on_side:
        yield Remark(code="top.on_side", where="cuts", text=top.on_side, remedy="Mark the lines on its side as well.")


def _on_height(loaf: Loaf, top: TopPlan) -> Iterator[Remark]:
    """The loaf with its top against what it must go through and into."""
    high = loaf.mould.height_mm + top.over_rim_mm
    lying = 2 * top.half_wide_mm
    cutter, box = loaf.cuts.cutter_mm, loaf.cuts.box_mm
    # Lying on its side, it is as high as it is wide.
    through = lying if top.on_side else high
    if cutter is not None and through > cutter:
        fits_lying = not top.on_side and lying <= cutter
        yield Remark(
            code="top.over_cutter",
            where="cuts",
            text=f"The loaf stands {through:.0f} mm high {'on its side' if top.on_side else 'with its top'}; the "
            f"cutter takes {cutter:g} mm.",
            remedy=f"Cut it lying on its side, where it is {lying:.0f} mm high."
            if fits_lying
            else "Cut it with a knife along a guide, or make it lower.",
        )
    if box is not None and high > box:
        yield Remark(
            code="top.over_box",
            where="cuts",
            text=f"A bar stands {high:.0f} mm high with its top; the box takes {box:g} mm.",
            remedy=f"Make the top {high - box:.0f} mm lower, or lay the bars down in a deeper box.",
        )
