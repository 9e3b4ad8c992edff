"""What every finish must say of itself: how it is done, in what it is measured, whether a wire drags it."""

from __future__ import annotations

from typing import ClassVar, Literal

__all__ = ["FinishKind", "Shelf"]

Shelf = Literal["colourant", "additive"]


class FinishKind:
    """A finish.

    ``shelves``: where in the cupboard what it is of may stand; nothing where it leaves nothing on the bar.
    ``dragged``: an upright wire drags it through the faces (common practice, no source); ``again_h``: after so many
    hours it is done once more.
    """

    kind: ClassVar[str]
    label: ClassVar[str]
    says: ClassVar[str]
    unit: ClassVar[Literal["g", "ml"]] = "g"
    dragged: ClassVar[bool] = False
    shelves: ClassVar[tuple[Shelf, ...]] = ()
    again_h: ClassVar[float | None] = None
