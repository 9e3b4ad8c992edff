"""Finishes: what goes over a piped top last, before or after its pieces, and what it asks of the cut."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.base import Frozen

__all__ = ["Finish", "FinishKind", "cut_on_side", "finish_says"]

FinishKind = Literal["drizzle", "dust", "glitter", "salt", "seeds", "spritz"]

# A wire drags these through the face when the loaf is cut upright (common practice, no source).
_DRAGGED: frozenset[FinishKind] = frozenset(("glitter", "salt", "seeds", "dust"))


class Finish(Frozen):
    """One finish [g, or ml of a spritz]; ``when``: before or after the pieces are placed."""

    kind: FinishKind
    name: Annotated[str, Field(min_length=1, max_length=120)]
    amount: Annotated[float, Field(gt=0, le=2000)] = 2.0
    when: Literal["before pieces", "after pieces"] = "after pieces"


def cut_on_side(finishes: tuple[Finish, ...], tall_pieces: tuple[str, ...]) -> str | None:
    """Why the loaf is to be cut lying on its side, or nothing."""
    dragged = [finish.name for finish in finishes if finish.kind in _DRAGGED]
    if dragged:
        return f"Cut it lying on its side: the wire would drag {', '.join(dragged)} through the faces."
    if tall_pieces:
        return f"Cut it lying on its side: {', '.join(tall_pieces)} would be pushed through the frosting."
    return None


_SAYS: dict[FinishKind, str] = {
    "drizzle": "Thin and fluid, from a spoon's edge, in one go.",
    "dust": "From a dry brush or a fine sieve. Hold the breath: fine powders are not to be breathed.",
    "glitter": "Only what is made for skin and biodegrades; from high up, little.",
    "salt": "Press it in lightly; it draws water in a damp room.",
    "seeds": "Press them in lightly; they may brown.",
    "spritz": "Alcohol, from an arm's length, once now and once in an hour: no flame near, windows open.",
}


def finish_says(finish: Finish) -> str:
    """How it is done."""
    return _SAYS[finish.kind]
