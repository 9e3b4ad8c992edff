"""Words about the top: what frosting cannot carry or a hand not push, what lies unfairly or in the wire's way."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from archtop.core.cuts import CutHow
from archtop.core.document import Loaf
from archtop.core.remarks.remark import Remark
from archtop.core.top import TopPlan

__all__ = ["remarks_on_cut", "remarks_on_top"]

# A passage narrower than this is closed by a lump of colour or a petal in the batter [mm]; a stated guess.
_FINE_MM = 1.5
# Amounts nearer than this are the same to a hand.
_NEAR = 0.03
# Of more than so many pieces the numbers are not told.
_NAMED = 4


def remarks_on_top(loaf: Loaf, top: TopPlan) -> tuple[Remark, ...]:
    """Everything worth a word about the top."""
    return (*_on_runs(top), *_on_held_back(loaf, top), *_on_scatter(loaf, top), *_on_height(loaf, top))


def _on_runs(top: TopPlan) -> Iterator[Remark]:
    tips = {tip.id: tip for tip in top.tips}
    for run in top.runs:
        if run.motif.needed_pa > run.most_pa:
            yield Remark(
                code="top.no_window",
                where=run.id,
                text=f"{run.name} are {run.motif.high_mm:.0f} mm high: frosting stiff enough to hold that is too stiff "
                f"to push through {tips[run.tip].name} by hand.",
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
    for lack in top.scatter.lacking:
        all_of_it, fit = counts[lack.pieces], counts[lack.pieces] - lack.many
        yield Remark(
            code="scatter.too_many",
            where=lack.pieces,
            text=f"{lack.many} of {all_of_it} {names[lack.pieces]} find no place: {lack.why}, {fit} do.",
            remedy=f"{' or '.join(way.says for way in lack.ways)}, as offered beside them.",
        )
    for shares in top.on_parts:
        if shares.kind == "pieces" and shares.most - shares.fewest > 1:
            yield Remark(
                code="scatter.unfair",
                where=shares.id,
                text=f"Some bars have {shares.fewest} {names[shares.id]} and some {shares.most}.",
                remedy="Move some over, or set them the same on every bar.",
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


def remarks_on_cut(how: CutHow) -> tuple[Remark, ...]:
    """What speaks against cutting it as it is to be cut, and that it lies on its side."""
    found = []
    if how.lies == "on its side":
        found.append(
            Remark(code="top.on_side", where="cuts", text=how.reasons[0], remedy="Mark the lines on its side as well.")
        )
    if how.clash:
        found.append(Remark(code="top.cut_clash", where="cuts", text=how.clash, remedy=how.way or ""))
    return tuple(found)


def _on_height(loaf: Loaf, top: TopPlan) -> Iterator[Remark]:
    """The loaf with its top against the box its bars go into."""
    high, box = loaf.mould.height_mm + top.over_rim_mm, loaf.cuts.box_mm
    if box is not None and high > box:
        yield Remark(
            code="top.over_box",
            where="cuts",
            text=f"A bar stands {high:.0f} mm high with its top; the box takes {box:g} mm.",
            remedy=f"Make the top {high - box:.0f} mm lower, or lay the bars down in a deeper box.",
        )
