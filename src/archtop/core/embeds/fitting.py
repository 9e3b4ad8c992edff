"""Whether the pieces fit: in the mould and beside each other, every clash named at once."""

from __future__ import annotations

from collections.abc import Mapping
from itertools import combinations

import numpy as np

from archtop.core.base import InputError, Problem
from archtop.core.document import Embed, Loaf
from archtop.core.embeds.embed_plan import figure_prism_of
from archtop.core.geometry import Clearance, Mould, Prism, clearance_of, overlap_mm2

__all__ = ["TOUCH_MM", "fit_pieces"]

# Pieces and moulds are cut by hand: contact and overlap finer than this is drawing error, not a clash.
TOUCH_MM = 0.05
_OVERLAP_MM2 = 0.5


def fit_pieces(loaf: Loaf, prisms: Mapping[str, Prism]) -> dict[str, Clearance]:
    """Clearance of every piece; refuses all that clash, at once.

    :raises InputError: with every clash: ``embed.too_large``, ``embed.through_wall``, ``embed.overlap`` and the like
    """
    clearances = {key: clearance_of(prism, loaf.mould) for key, prism in prisms.items()}
    problems: list[Problem] = []
    for i, embed in enumerate(loaf.embeds):
        problems += _clash_with_mould(loaf.mould, embed, i, prisms[embed.id], clearances[embed.id])
    for i, embed in enumerate(loaf.embeds):
        figure = figure_prism_of(embed)
        if figure is None:
            continue
        out = float(figure.shape.difference(prisms[embed.id].shape).area)
        if out > _OVERLAP_MM2:
            problems.append(
                Problem(
                    code="embed.figure_outside",
                    field=f"embeds.{i}.figure",
                    value=f"{out:.0f} mm² ({embed.name})",
                    limit="the figure must lie inside the column around it",
                    remedy="Move it, or make it smaller.",
                )
            )
    for (_, a), (j, b) in combinations(enumerate(loaf.embeds), 2):
        shared = overlap_mm2(prisms[a.id], prisms[b.id])
        if shared > _OVERLAP_MM2:
            problems.append(
                Problem(
                    code="embed.overlap",
                    field=f"embeds.{j}",
                    value=b.name,
                    limit=f"overlaps {a.name} by {shared:.0f} mm² in section",
                    remedy="Move one of them.",
                )
            )
    if problems:
        raise InputError(*problems)
    return clearances


def _clash_with_mould(mould: Mould, embed: Embed, i: int, prism: Prism, clearance: Clearance) -> list[Problem]:
    width = float(np.ptp(prism.points[:, 0]))
    widest = 2 * mould.half_width(mould.length_mm / 2, mould.height_mm)

    def problem(code: str, field: str, value: float, limit: str, remedy: str) -> Problem:
        return Problem(
            code=code,
            field=f"embeds.{i}.{field}",
            value=f"{round(value, 1):g} mm ({embed.name})",
            limit=limit,
            remedy=remedy,
        )

    found: list[Problem] = []
    if width > widest + TOUCH_MM:
        found.append(
            problem("embed.too_large", "outline", width, f"the mould is {widest:g} mm wide", "Make it narrower.")
        )
    elif clearance.wall < -TOUCH_MM:
        found.append(
            problem(
                "embed.through_wall",
                "across_mm",
                embed.across_mm,
                f"stands {-clearance.wall:.1f} mm through the wall",
                "Move it towards the middle.",
            )
        )
    if clearance.floor < -TOUCH_MM:
        found.append(
            problem(
                "embed.through_floor",
                "up_mm",
                embed.up_mm,
                f"stands {-clearance.floor:.1f} mm through the floor",
                "Lift it.",
            )
        )
    front, back = mould.ends(max(prism.bottom, 0.0))
    if prism.length > back - front + 2 * TOUCH_MM:
        found.append(
            problem(
                "embed.too_long",
                "length_mm",
                embed.length_mm,
                f"the mould is {mould.length_mm:g} mm long",
                "Trim it, or use a longer mould.",
            )
        )
    elif clearance.ends < -TOUCH_MM:
        found.append(
            problem(
                "embed.through_end",
                "from_mm",
                embed.from_mm,
                f"stands {-clearance.ends:.1f} mm through an end wall",
                "Slide it along.",
            )
        )
    return found
