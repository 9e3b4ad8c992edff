"""Filling the mould in the order of work: which level each pour and each embed brings.

Pours are measured (batter around what is there, up to a level); a laid embed lifts the level of what it sinks into.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal

from archtop.core.document import Lay, Pour
from archtop.core.errors import InputError, Problem
from archtop.core.figure import Figure, Frozen
from archtop.core.geometry import Inside, LoafMould, Prism

__all__ = ["SHREDS_G_ML", "Fill", "Layer", "fill"]

# A level may differ from its target by this much before it counts: finer than a batter surface can be read.
_LEVEL_MM = 0.05
# Grated soap [g/ml], between fresh batter and a dry bar. More stirred in than this share, as loose pieces pack at
# best (random packing, about 64 %), and batter no longer fills between them.
SHREDS_G_ML = 1.03
_MOST_STIRRED = 0.64


class Fill(Frozen):
    """One step: ``batter`` poured with ``stirred_ml`` of shreds and pieces in it, and the level before and after."""

    do: Literal["pour", "lay"]
    ref: str
    level_before_mm: float
    level_after_mm: float
    batter: Figure
    stirred_ml: float
    immersed_ml: float


class Layer(Frozen):
    """Where the batter of one pour lies when all is in: between two heights, around the pieces."""

    pour: str
    low_mm: float
    high_mm: float


def fill(
    mould: LoafMould, work: Sequence[Pour | Lay], prisms: Mapping[str, Prism], piece_ml: Mapping[str, float]
) -> tuple[tuple[Fill, ...], tuple[Layer, ...]]:
    """Walk the order of work; ``piece_ml``: volume of one small piece, by id.

    :raises InputError: ``pour.over_rim``, ``pour.below_level`` or ``level.overflow``, naming the step
    """
    inside = Inside(mould)
    level = batter = 0.0
    fills: list[Fill] = []
    layers: list[Layer] = []
    for i, step in enumerate(work):
        before = level
        if isinstance(step, Pour):
            _refuse_bad_target(step, i, level, mould)
            level = step.to_mm
            added = inside.batter_below(level) - batter
            stirred = _stirred_mm3(step, i, added, piece_ml)
            layers.append(Layer(pour=step.id, low_mm=before, high_mm=level))
        else:
            inside = Inside(mould, (*inside.pieces, prisms[step.embed]))
            level = _level_after_laying(inside, batter, step, i)
            added = stirred = 0.0
            if layers:
                layers[-1] = layers[-1].model_copy(update={"high_mm": level})
        batter += added
        fills.append(
            Fill(
                do=step.do,
                ref=step.id if isinstance(step, Pour) else step.embed,
                level_before_mm=before,
                level_after_mm=level,
                batter=Figure.exact(
                    (added - stirred) / 1000, "ml",
                    f"inside of the mould from {before:.1f} to {level:.1f} mm, less what stands in it"
                    + (f" and {stirred / 1000:.0f} ml stirred in" if stirred else ""),
                ),
                stirred_ml=stirred / 1000,
                immersed_ml=inside.immersed_below(level) / 1000,
            )
        )  # fmt: skip
    return tuple(fills), tuple(layers)


def _stirred_mm3(step: Pour, i: int, room: float, piece_ml: Mapping[str, float]) -> float:
    """Volume [mm³] that shreds and small pieces take of a pour with ``room`` [mm³] for everything."""
    shreds = step.shreds_g / SHREDS_G_ML
    volume = (shreds + sum(piece_ml[item.pieces] * item.count for item in step.pieces)) * 1000
    if volume > room * _MOST_STIRRED:
        raise InputError.one(
            "pour.too_full", f"work.{i}.pieces" if step.pieces else f"work.{i}.shreds_g", f"{volume / 1000:.0f} ml",
            f"the pour has room for {room / 1000:.0f} ml and batter binds at most {_MOST_STIRRED:.0%} of shreds "
            "and pieces",
            f"Stir in at most {room * _MOST_STIRRED / 1000:.0f} ml, or pour higher.",
        )  # fmt: skip
    return volume


def _refuse_bad_target(step: Pour, i: int, level: float, mould: LoafMould) -> None:
    field = f"work.{i}.to_mm"
    if step.to_mm > mould.height_mm + _LEVEL_MM:
        raise InputError.one(
            "pour.over_rim", field, step.to_mm, f"the rim stands at {mould.height_mm:g} mm",
            f"Pour {step.name} to {mould.height_mm:g} mm at most.",
        )  # fmt: skip
    if step.to_mm < level + _LEVEL_MM:
        raise InputError.one(
            "pour.below_level", field, step.to_mm, f"the batter already stands at {level:.1f} mm",
            f"Pour {step.name} higher, or earlier in the order of work.",
        )  # fmt: skip


def _level_after_laying(inside: Inside, batter: float, step: Lay, i: int) -> float:
    try:
        return inside.level_for(batter)
    except InputError as error:
        problem = error.problems[0]
        raise InputError(
            Problem(
                code=problem.code, field=f"work.{i}", value=f"laying {step.embed}",
                limit=problem.limit, remedy=problem.remedy,
            )
        ) from error  # fmt: skip
