"""The catalogue: every kind of thing of the trade as the browser offers it, with its label, help and defaults.

Selects and "new one" buttons come from here, so that a new kind is there once its own room is.
"""

from __future__ import annotations

from collections.abc import Mapping

from archtop.core.base import CatalogueEntry, Frozen
from archtop.core.chemistry import STAGE_SAYS
from archtop.core.document import STEPS
from archtop.core.geometry import MOULDS, OUTLINES
from archtop.core.rheology import stages
from archtop.core.trade import (
    COLUMN_POURS,
    FINISHES,
    MOTIFS,
    PLACINGS,
    TECHNIQUES,
    TIPS,
    WAYS,
    FinishKind,
    MotifKind,
    TipKind,
)

__all__ = ["Catalogue", "catalogue"]


class Catalogue(Frozen):
    """Kinds by family, in the order they are offered."""

    techniques: tuple[CatalogueEntry, ...]
    ways: tuple[CatalogueEntry, ...]
    steps: tuple[CatalogueEntry, ...]
    motifs: tuple[CatalogueEntry, ...]
    tips: tuple[CatalogueEntry, ...]
    finishes: tuple[CatalogueEntry, ...]
    outlines: tuple[CatalogueEntry, ...]
    moulds: tuple[CatalogueEntry, ...]
    column_pours: tuple[CatalogueEntry, ...]
    placings: tuple[CatalogueEntry, ...]
    stages: tuple[CatalogueEntry, ...]
    additive_stages: tuple[CatalogueEntry, ...]


def catalogue() -> Catalogue:
    """Everything there is to choose from."""
    return Catalogue(
        techniques=TECHNIQUES.catalogue(),
        ways=WAYS.catalogue(),
        steps=STEPS.catalogue(),
        motifs=_motifs(MOTIFS),
        tips=_tips(TIPS),
        finishes=_finishes(FINISHES),
        outlines=OUTLINES.catalogue(),
        moulds=MOULDS.catalogue(),
        column_pours=COLUMN_POURS.catalogue(),
        placings=PLACINGS.catalogue(),
        stages=tuple(
            CatalogueEntry(kind=stage.key, label=stage.name.capitalize(), help=stage.sign, defaults={})
            for stage in stages()
        ),
        additive_stages=tuple(
            CatalogueEntry(kind=stage, label=says[0].upper() + says[1:], help="", defaults={})
            for stage, says in STAGE_SAYS.items()
        ),
    )


def _motifs(kinds: Mapping[str, type[MotifKind]]) -> tuple[CatalogueEntry, ...]:
    return tuple(
        CatalogueEntry(
            kind=name, label=motif.label, help=motif.help, defaults={"size_mm": motif.size_mm, "stands": motif.stands}
        )
        for name, motif in kinds.items()
    )


def _tips(kinds: Mapping[str, type[TipKind]]) -> tuple[CatalogueEntry, ...]:
    return tuple(
        CatalogueEntry(
            kind=name,
            label=tip.label,
            help=tip.help,
            defaults={"uses": list(tip.uses), "opening_mm": tip.usual_mm, "thick_mm": tip.usual_thick_mm},
        )
        for name, tip in kinds.items()
    )


def _finishes(kinds: Mapping[str, type[FinishKind]]) -> tuple[CatalogueEntry, ...]:
    return tuple(
        CatalogueEntry(
            kind=name,
            label=finish.label,
            help=finish.says,
            defaults={"unit": finish.unit, "shelves": list(finish.shelves)},
        )
        for name, finish in kinds.items()
    )
