"""What the list of loaves draws of each: the face through the middle, taken from the plan at saving."""

from __future__ import annotations

import datetime as dt

from archtop.core import Loaf, LoafPlan
from archtop.core.document import ColourShare
from archtop.core.figure import Frozen

__all__ = ["Preview", "preview_of"]

Corners = tuple[tuple[float, float], ...]


class PreviewShare(Frozen):
    """A colour as sRGB and its percent."""

    srgb: str
    percent: float


class PreviewLayer(Frozen):
    """A band of batter and its colours."""

    low_mm: float
    high_mm: float
    shares: tuple[PreviewShare, ...]


class PreviewPiece(Frozen):
    """A piece in that face, or the figure in one."""

    outline: Corners
    holes: tuple[Corners, ...] = ()
    colour: str


class PreviewTop(Frozen):
    """The frosting on it."""

    stands_mm: float
    rows: int
    shares: tuple[PreviewShare, ...]


class Preview(Frozen):
    """A small picture of a loaf, and two numbers."""

    outline: Corners
    layers: tuple[PreviewLayer, ...]
    pieces: tuple[PreviewPiece, ...]
    top: PreviewTop | None
    bars: int
    total_to_mix_g: float
    pour_on: dt.date | None


def preview_of(document: Loaf, plan: LoafPlan) -> Preview:
    """The preview of a planned loaf."""
    middle = document.mould.length_mm / 2
    srgb = {colour.id: colour.shown for colour in plan.colours}
    pours = {step.id: step for step in document.work if step.do == "pour"}
    frosting = document.frosting

    def shares(list_: tuple[ColourShare, ...]) -> tuple[PreviewShare, ...]:
        return tuple(PreviewShare(srgb=srgb[share.colour], percent=share.percent) for share in list_)

    return Preview(
        outline=plan.mould.outline,
        layers=tuple(
            PreviewLayer(
                low_mm=layer.low_mm,
                high_mm=layer.high_mm,
                shares=shares(pours[layer.pour].colours),
            )
            for layer in plan.layers
        ),
        pieces=tuple(
            PreviewPiece(outline=part.outline, holes=part.holes, colour=srgb[part.colour])
            for piece in plan.pieces
            if piece.from_mm <= middle <= piece.to_mm
            for part in (piece, piece.figure)
            if part
        ),
        top=PreviewTop(
            stands_mm=plan.top.stands.value,
            rows=plan.top.rows,
            shares=shares(frosting.colours),
        )
        if plan.top and frosting
        else None,
        bars=len(plan.cuts.bars),
        total_to_mix_g=plan.total_to_mix_g,
        pour_on=document.pour_on,
    )
