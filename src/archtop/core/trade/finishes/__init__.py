"""Finishes, a room to each: what goes over a piped top last, and what it asks of the cut."""

from __future__ import annotations

from collections.abc import Mapping
from typing import TYPE_CHECKING, Annotated, Final, Literal

from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.trade.finishes.drizzle import Drizzle
from archtop.core.trade.finishes.dust import Dust
from archtop.core.trade.finishes.finish import FinishKind, Grain, Shelf
from archtop.core.trade.finishes.glitter import Glitter
from archtop.core.trade.finishes.salt import Salt
from archtop.core.trade.finishes.seeds import Seeds
from archtop.core.trade.finishes.spritz import Spritz

__all__ = ["FINISHES", "Finish", "FinishKind", "FinishName", "FromShelf", "Grain", "Shelf", "cut_on_side"]

FINISHES: Final[Mapping[str, type[FinishKind]]] = {
    finish.kind: finish for finish in (Drizzle, Dust, Glitter, Salt, Seeds, Spritz)
}

if TYPE_CHECKING:
    FinishName = str
else:
    FinishName = Literal[tuple(FINISHES)]


class FromShelf(Frozen):
    """A thing of the cupboard: which shelf it stands on, and its key there."""

    shelf: Shelf
    key: Annotated[str, Field(min_length=1, max_length=40)]


class Finish(Frozen):
    """One finish [g, or ml of a drizzle or a spritz]; ``when``: in its turn, or on the firm loaf before it is cut.

    ``of``: what of the cupboard it is; ``None``: nobody has said.
    """

    id: Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
    kind: FinishName
    name: Annotated[str, Field(min_length=1, max_length=120)]
    amount: Annotated[float, Field(gt=0, le=2000)] = 2.0
    when: Literal["in its turn", "before cutting"] = "in its turn"
    of: FromShelf | None = None

    @property
    def of_kind(self) -> type[FinishKind]:
        """What is special to its kind."""
        return FINISHES[self.kind]


def cut_on_side(finishes: tuple[Finish, ...], tall_pieces: tuple[str, ...]) -> str | None:
    """Why the loaf is to be cut lying on its side, or nothing."""
    dragged = [finish.name for finish in finishes if finish.of_kind.dragged]
    if dragged:
        return f"Cut it lying on its side: the wire would drag {', '.join(dragged)} through the faces."
    if tall_pieces:
        return f"Cut it lying on its side: {', '.join(tall_pieces)} would be pushed down into the soap."
    return None
