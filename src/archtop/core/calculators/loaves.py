"""Calculators of a whole loaf: its pots, and sizing it backwards."""

from __future__ import annotations

from archtop.core.base import Frozen
from archtop.core.calculators.registry import calculator
from archtop.core.chemistry import Scent
from archtop.core.colour import Colourant
from archtop.core.document import Loaf, Sizing, read_cupboard, standard_cupboard
from archtop.core.plan import plan
from archtop.core.pots import Pot
from archtop.core.size_back import Backsized, BackTarget, size_back

__all__ = ["PotsInput", "PotsOutput", "SizeBackInput"]


class PotsInput(Frozen):
    """A loaf document, and how to size it if not as written there."""

    loaf: Loaf
    sizing: Sizing | None = None


class PotsOutput(Frozen):
    """Every pot of the loaf."""

    pots: tuple[Pot, ...]
    total_to_mix_g: float


@calculator("pots")
def pots(given: PotsInput) -> PotsOutput:
    """What to weigh for every pot of a loaf."""
    loaf = given.loaf if given.sizing is None else given.loaf.model_copy(update={"sizing": given.sizing})
    result = plan(loaf, standard_cupboard())
    return PotsOutput(pots=result.pots, total_to_mix_g=result.total_to_mix_g)


class SizeBackInput(Frozen):
    """A loaf, what it is to use up, and the jars and bottles it names."""

    loaf: Loaf
    target: BackTarget
    scents: tuple[Scent, ...] = ()
    colourants: tuple[Colourant, ...] = ()


@calculator("size-back")
def size_backwards(given: SizeBackInput) -> Backsized:
    """The level at which a loaf uses up a scent, a fat, a bowl or a bag of shreds."""
    cupboard = read_cupboard({"scents": given.scents, "colourants": given.colourants})
    return size_back(given.loaf, cupboard, given.target)
