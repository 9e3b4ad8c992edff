"""What every finish must say of itself: how it is done, in what it is measured, whether a wire drags it."""

from __future__ import annotations

from typing import ClassVar, Literal, NamedTuple

__all__ = ["FinishKind", "Grain", "Shelf"]

Shelf = Literal["colourant", "additive"]


class Grain(NamedTuple):
    """One of what is strewn [mm], how dense it is [g/ml], and what it looks like where nothing else says.

    Sizes are usual ones (common practice, no source).
    """

    shape: Literal["block", "seed"]
    long_mm: float
    wide_mm: float
    high_mm: float
    g_ml: float
    srgb: str


class FinishKind:
    """A finish.

    ``shelves``: where in the cupboard what it is of may stand; nothing where it leaves nothing on the bar.
    ``dragged``: an upright wire drags it through the faces (common practice, no source); ``again_h``: after so many
    hours it is done once more. ``grain``: what lies on the top of it; nothing where it is poured or leaves nothing.
    """

    kind: ClassVar[str]
    label: ClassVar[str]
    says: ClassVar[str]
    unit: ClassVar[Literal["g", "ml"]] = "g"
    dragged: ClassVar[bool] = False
    shelves: ClassVar[tuple[Shelf, ...]] = ()
    again_h: ClassVar[float | None] = None
    grain: ClassVar[Grain | None] = None
