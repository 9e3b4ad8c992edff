"""Does a loaf gel? By its measures alone, or as the document has it."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.calculators.registry import calculator
from archtop.core.document import Cover, read_loaf, standard_cupboard
from archtop.core.gel import GelPlan
from archtop.core.plan import plan_of
from archtop.core.resolved import resolve

__all__ = ["GelInput"]


class GelInput(Frozen):
    """A loaf document, and how it is left to set where that differs: its cover, and the room [°C]."""

    loaf: dict[str, Any]
    cover: Cover | None = None
    room_c: Annotated[float, Field(ge=5, le=40)] | None = None


@calculator("gel")
def gel(given: GelInput) -> GelPlan:
    """Whether a loaf gels, how warm it gets, and when to look."""
    loaf = read_loaf(given.loaf)
    asked = {key: value for key, value in (("cover", given.cover), ("room_c", given.room_c)) if value is not None}
    loaf = loaf.model_copy(update={"sizing": loaf.sizing.model_copy(update=asked)})
    return plan_of(resolve(loaf, standard_cupboard())).gel
