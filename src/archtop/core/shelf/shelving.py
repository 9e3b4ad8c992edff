"""The shelf: finished pieces, dough, shreds and trimmings, with weight and age, and what a loaf takes from it.

- ``Lot``: so much of one thing, made on one day
- ``lot_state``: is it ready, still fit, too hard for a young loaf?
- ``shelf_uses``: what a loaf takes, and whether it is there and of the right age
- ``could_use``: which loaves would use a lot up
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Mapping, Sequence
from typing import Literal, NamedTuple

from archtop.core.base import Frozen
from archtop.core.colour import difference, lab_of, reflectance_of
from archtop.core.document import Loaf, Lot, LotKey, pieces_used, shreds_stirred_in
from archtop.core.embeds import row_of
from archtop.core.resolved import ResolvedLoaf
from archtop.core.schedule import wait_for
from archtop.core.shelf.dough_ages import dough_age

__all__ = [
    "LotState",
    "ShelfUse",
    "could_use",
    "lot_state",
    "shelf_uses",
]


# Colours nearer than this are as good as the same in a loaf; see the contrast of colours that touch.
_LIKE = 12.0


class LotState(Frozen):
    """How a lot stands on a day: its age, the days from and until which it is fit, in words with their reason."""

    age_days: int
    ready_on: dt.date
    best_before: dt.date | None
    stands: Literal["too young", "ready", "past its best"]
    says: str


class ShelfUse(Frozen):
    """What a loaf takes of a lot; ``there`` is what lies on the shelf, ``fits``: enough of it and of the right age."""

    lot: LotKey
    name: str
    for_what: str
    count: int
    grams: float
    there_count: int
    there_g: float
    fits: bool
    says: str


def _days(hours: float) -> dt.timedelta:
    # Waits are given in hours; a shelf is written down by days, and a begun day counts.
    return dt.timedelta(days=-(-hours // 24))


def lot_state(lot: Lot, on: dt.date) -> LotState:
    """How a lot stands on a day."""
    wait = wait_for(lot.kind, lot.material)
    age = (on - lot.made_on).days
    ready = lot.made_on + _days(wait.earliest_h)
    best = lot.made_on + _days(wait.latest_h) if wait.latest_h is not None else None
    why = wait.why
    if lot.kind == "raw dough":
        now = dough_age(age, lot.kept)
        fresh = next(dough_age(d, lot.kept) for d in (0.5, 1, 2) if dough_age(d, lot.kept).state == "workable")
        ready = lot.made_on + _days(fresh.from_days * 24)
        best = lot.made_on + dt.timedelta(days=int(fresh.to_days or 0))
        why = f"{now.state}: {now.sign}"
    stands: Literal["too young", "ready", "past its best"] = (
        "too young" if on < ready else "past its best" if best is not None and on > best else "ready"
    )
    return LotState(age_days=age, ready_on=ready, best_before=best, stands=stands, says=why)


def shelf_uses(of: ResolvedLoaf, each_g: Mapping[str, float]) -> tuple[ShelfUse, ...]:
    """What a loaf takes from the shelf.

    :param each_g: weight of one piece or column [g], by its id
    """
    return tuple(_use(of.cupboard.lots.get(taken.lot), taken, of.loaf.pour_on) for taken in _takes(of, each_g))


class _Taken(NamedTuple):
    lot: str
    what: str
    pieces: int
    grams: float


def _takes(of: ResolvedLoaf, each_g: Mapping[str, float]) -> Iterator[_Taken]:
    loaf = of.loaf
    for embed in loaf.embeds:
        if embed.lot:
            row = row_of(embed, of.prisms[embed.id].profile.area)
            count = (row.count if row else 1) * loaf.moulds
            yield _Taken(embed.lot, embed.name, count, each_g[embed.id] * loaf.moulds)
    used = pieces_used(loaf)
    for piece in loaf.pieces:
        if piece.lot:
            count = (used.get(piece.id, 0) or piece.count) * loaf.moulds
            yield _Taken(piece.lot, piece.name, count, each_g[piece.id] * count)
    for step, shreds in shreds_stirred_in(loaf):
        if shreds.lot:
            yield _Taken(shreds.lot, f"{shreds.name} in {step.name}", 0, shreds.grams * loaf.moulds)


def _use(lot: Lot | None, taken: _Taken, pour_on: dt.date | None) -> ShelfUse:
    key, what, count, grams = taken
    if lot is None:
        return ShelfUse(
            lot=key,
            name=key,
            for_what=what,
            count=count,
            grams=grams,
            there_count=0,
            there_g=0.0,
            fits=False,
            says=f"{what} is to come from {key}, which is not on this shelf.",
        )
    counted = lot.count > 0 and count > 0
    short = count - lot.count if counted else 0
    light = 0.0 if counted else grams - lot.grams
    state = lot_state(lot, pour_on) if pour_on else None
    says, fits = f"{lot.name} for {what}.", True
    if short > 0 or light > 0.5:
        lacks = f"{short} too few" if short > 0 else f"{light:.0f} g too little"
        says, fits = f"{lot.name} for {what}: {lacks}.", False
    elif state and state.stands == "too young":
        says, fits = f"{lot.name} is ready on {state.ready_on:%-d %B}, after the pour. {state.says}", False
    elif state and state.stands == "past its best":
        old = f"{lot.name} will be {state.age_days} days old, past {state.best_before:%-d %B}"
        says, fits = f"{old}: hard pieces drag in a young loaf. Cut slowly, on its side, or let the loaf firm.", False
    return ShelfUse(
        lot=key,
        name=lot.name,
        for_what=what,
        count=count,
        grams=grams,
        there_count=lot.count,
        there_g=lot.grams,
        fits=fits,
        says=says,
    )


def could_use(lot: Lot, loaves: Sequence[tuple[str, Loaf]]) -> tuple[str, ...]:
    """What would use a lot up, in words: loaves that make or stir in the like of it, then what it is always good for.

    :param loaves: name and document of the loaves that may still be poured
    """
    if lot.kind == "bars":
        return ()
    said = [text for name, loaf in loaves for text in _in_loaf(lot, name, loaf)]
    if lot.kind in ("shreds", "trimmings"):
        said.append(f"Fills about {lot.grams / 0.15:.0f} g of a loaf at 15 %, as shreds.")
    elif lot.kind == "raw dough":
        said.append("Knead small shapes for a top, or grate it once it is firm.")
    else:
        said.append("Chop it and stir it into a pour, or grate it.")
    return tuple(said)


def _alike(lot: Lot, srgb: str) -> bool:
    return difference(lab_of(reflectance_of(lot.srgb)), lab_of(reflectance_of(srgb))) < _LIKE


def _in_loaf(lot: Lot, name: str, loaf: Loaf) -> Iterator[str]:
    srgb = {colour.id: colour.srgb for colour in loaf.colours}
    if lot.kind == "column":
        for embed in loaf.embeds:
            if embed.casting and not embed.lot and _alike(lot, srgb[embed.colour]):
                yield f"{name} casts {embed.name} in a colour like it: see whether its shape will do."
    elif lot.kind == "raw dough":
        for piece in loaf.pieces:
            if piece.make.kind == "dough" and not piece.lot and _alike(lot, srgb[piece.colour]):
                yield f"{name} kneads {piece.name} in a colour like it."
    elif lot.kind in ("shreds", "trimmings"):
        for step, shreds in shreds_stirred_in(loaf):
            if not shreds.lot:
                yield f"{name} stirs {shreds.grams:.0f} g of {shreds.name} into {step.name}."
    else:
        for piece in loaf.pieces:
            if piece.make.kind == lot.kind and not piece.lot and _alike(lot, srgb[piece.colour]):
                yield f"{name} makes {piece.count} of {piece.name} in a colour like it."
