"""A loaf resolved: everything that follows from its document and the cupboard before anything is poured.

Plan, cut faces, bench, notebook and sizing back all start from here, so that a batter is weighed once, with what the
studio has learned and with the bottles and jars that the loaf's file brings, and a piece has one solid.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property

from archtop.core.chemistry import Batter, Formula, ScentBlend, batter_of
from archtop.core.document import Colour, Cupboard, Embed, Loaf, Pieces, WholePot
from archtop.core.embeds import densities_of, figure_prism_of, prism_of
from archtop.core.geometry import Prism
from archtop.core.trade import Made

__all__ = ["ResolvedLoaf", "resolve"]


@dataclass(frozen=True)
class ResolvedLoaf:
    """A loaf's document with its solids, batters and lookups; made by :func:`resolve`.

    ``cupboard``: the studio's, with what the loaf's file brings where it lacks it. ``prisms``, ``figures``: the solid
    of each embed, and of the figure in it, by the embed's id. ``made``: what small pieces take, by their id.
    ``batters``: what each formula makes, by its id, as heavy as this studio's is.
    """

    loaf: Loaf
    cupboard: Cupboard
    prisms: Mapping[str, Prism]
    figures: Mapping[str, Prism]
    made: Mapping[str, Made]
    batters: Mapping[str, Batter]

    @cached_property
    def formulas(self) -> dict[str, Formula]:
        """Formulas by id."""
        return {formula.id: formula for formula in self.loaf.formulas}

    @cached_property
    def embeds(self) -> dict[str, Embed]:
        """Embeds by id."""
        return {embed.id: embed for embed in self.loaf.embeds}

    @cached_property
    def pieces(self) -> dict[str, Pieces]:
        """Small pieces by id."""
        return {piece.id: piece for piece in self.loaf.pieces}

    @cached_property
    def colours(self) -> dict[str, Colour]:
        """Colours by id."""
        return {colour.id: colour for colour in self.loaf.colours}

    @cached_property
    def blends(self) -> dict[str, ScentBlend]:
        """Scent blends by id."""
        return {blend.id: blend for blend in self.loaf.blends}

    @cached_property
    def whole_pots(self) -> dict[str, WholePot]:
        """What goes into whole pots besides their formulas, by the pot's id."""
        return {whole.pot: whole for whole in self.loaf.whole_pots}

    @cached_property
    def density(self) -> dict[str, float]:
        """Density of each formula's batter [g/ml], by the formula's id."""
        return {key: batter.density.value for key, batter in self.batters.items()}

    @cached_property
    def piece_density(self) -> dict[str, float]:
        """Density of each embed and each kind of small piece [g/ml], by id."""
        return densities_of(self.loaf, self.prisms, self.density)

    @property
    def own_batter(self) -> Batter:
        """Batter of the loaf's own formula."""
        return self.batters[self.loaf.formula]

    def formula_of(self, key: str | None) -> Formula:
        """The formula of that id, or the loaf's own."""
        return self.formulas[key or self.loaf.formula]

    def with_loaf(self, loaf: Loaf) -> ResolvedLoaf:
        """The same for a document that differs in its order of work alone: solids and batters stay."""
        return replace(self, loaf=loaf)


def resolve(loaf: Loaf, cupboard: Cupboard) -> ResolvedLoaf:
    """Resolve a loaf; what its file brings stands in for what the cupboard lacks.

    :raises InputError: of a formula (an unknown fat or additive, too much lye) or of how pieces are made
    """
    cupboard = cupboard.with_brought(loaf.brings)
    weight = cupboard.rates.get("density")
    figures = {embed.id: figure_prism_of(embed) for embed in loaf.embeds}
    return ResolvedLoaf(
        loaf=loaf,
        cupboard=cupboard,
        prisms={embed.id: prism_of(embed) for embed in loaf.embeds},
        figures={key: prism for key, prism in figures.items() if prism is not None},
        made={piece.id: piece.made(piece.count * loaf.moulds) for piece in loaf.pieces},
        batters={f.id: batter_of(f, cupboard.fats, cupboard.additives).weighing(weight) for f in loaf.formulas},
    )
