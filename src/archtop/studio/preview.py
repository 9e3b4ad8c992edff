"""What the list of loaves draws of each: the face through the middle, taken from the plan at saving."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator
from typing import Any

from pydantic import ValidationError

from archtop.core import Loaf, LoafPlan
from archtop.core.base import Frozen
from archtop.core.document import ColourShare
from archtop.core.embeds import EmbedPlan

__all__ = ["BLANK", "Preview", "preview_of", "read_preview"]

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


class PreviewBump(Frozen):
    """A motif on it: middle, foot's width and height [mm]."""

    x: float
    wide_mm: float
    high_mm: float
    up_mm: float | None = None
    srgb: str
    kind: str


class PreviewTop(Frozen):
    """The frosting on it: a coat [mm], and what is piped over that."""

    coat_mm: float
    crown: Corners = ()
    coat: tuple[PreviewShare, ...]
    bumps: tuple[PreviewBump, ...]


class Preview(Frozen):
    """A small picture of a loaf, two numbers, and the day of its pour or the latest it can be."""

    outline: Corners
    layers: tuple[PreviewLayer, ...]
    pieces: tuple[PreviewPiece, ...]
    top: PreviewTop | None
    bars: int
    whole: bool = False
    total_to_mix_g: float
    pour_on: dt.date | None
    pour_by: dt.date | None = None


# What is drawn of a loaf whose preview cannot be read and that no longer plans: an empty mould.
BLANK = Preview(
    outline=((-40.0, 0.0), (40.0, 0.0), (40.0, 60.0), (-40.0, 60.0)),
    layers=(),
    pieces=(),
    top=None,
    bars=0,
    total_to_mix_g=0.0,
    pour_on=None,
)


def read_preview(data: Any) -> Preview | None:
    """A kept preview; ``None`` for one of another shape, as earlier versions kept it."""
    try:
        return Preview.model_validate(data)
    except ValidationError:
        return None


def _parts(piece: EmbedPlan) -> Iterator[tuple[str, Corners, tuple[Corners, ...]]]:
    """A column as it is drawn: itself, what shows of each of its colours, its figure."""
    own = piece.bands[0].colour if piece.bands else piece.colour
    yield own, piece.outline, piece.holes
    for band in piece.bands:
        yield from ((band.colour, part.outline, part.holes) for part in band.parts)
    if piece.figure:
        yield piece.figure.colour, piece.figure.outline, piece.figure.holes


def preview_of(document: Loaf, plan: LoafPlan) -> Preview:
    """The preview of a planned loaf."""
    srgb = {colour.id: colour.shown for colour in plan.colours}
    pours = {step.id: step for step in document.work if step.do == "pour"}
    base = document.frosting.base if document.frosting else None

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
            PreviewPiece(outline=outline, holes=holes, colour=srgb[colour])
            for piece in plan.embeds
            if piece.id in plan.cuts.halfway
            for colour, outline, holes in _parts(piece)
        ),
        top=PreviewTop(
            coat_mm=base.thick_mm if base else 0.0,
            crown=plan.top.middle.crown,
            coat=shares(base.colours) if base else (),
            bumps=tuple(
                PreviewBump(
                    x=b.x, wide_mm=b.wide_mm, high_mm=b.high_mm, up_mm=b.up_mm, srgb=srgb[b.colour], kind=b.kind
                )
                for b in plan.top.middle.bumps
            ),
        )
        if base or plan.top.middle.bumps
        else None,
        bars=plan.cuts.in_all,
        whole=plan.cuts.whole,
        total_to_mix_g=plan.total_to_mix_g,
        pour_on=document.pour_on,
        pour_by=plan.pour_by,
    )
