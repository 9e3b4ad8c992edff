"""What of the cupboard goes onto a loaf dry, between its layers and over its top, in amounts that can be weighed.

A finish is of one thing, a drizzle of a jar and the oil it is stirred into; a line is of its colour's jars, and of oil
where it is drizzled; what is brushed onto a piece is of a jar.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Literal

from archtop.core.base import LOAF, Frozen, InputError
from archtop.core.chemistry import Additive, Fat, fat_named
from archtop.core.colour import Colourant, mixed_g_ml
from archtop.core.document import Dust, painted_things
from archtop.core.pots.leftovers import stirred_into_leftovers
from archtop.core.resolved import ResolvedLoaf
from archtop.core.trade import Finish, FromShelf

__all__ = ["Sprinkled", "sprinkled_of"]

SprinkledKind = Literal["colourant", "additive", "fat"]


class Sprinkled(Frozen):
    """One thing that a step puts on each of the moulds: ``grams`` on the fine scale, of what is meant ``exact_g``."""

    step: str
    kind: SprinkledKind
    key: str
    name: str
    inci: str
    grams: float
    exact_g: float
    moulds: int

    @property
    def in_all_g(self) -> float:
        """On all of the moulds [g]."""
        return self.moulds * self.grams


def sprinkled_of(of: ResolvedLoaf) -> tuple[Sprinkled, ...]:
    """Everything that goes on dry, brushed or as a drizzle, in the order of work.

    :raises InputError: ``finish.unknown`` and ``painted.unknown`` for a thing that is not in the cupboard;
        ``finish.shelf`` for one that is no such finish; ``painted.skin`` for a jar that is not safe for skin
    """
    return (*_painted(of), *_dusted(of), *_recoloured(of), *_finished(of))


def _painted(of: ResolvedLoaf) -> Iterator[Sprinkled]:
    for field, thing, painted in painted_things(of.loaf):
        jar = of.cupboard.colourants.get(painted.of)
        if jar is None:
            raise InputError.one(
                "painted.unknown",
                field,
                painted.of,
                f"what {thing.name} is painted with must be a jar in the cupboard",
                "Choose one from there, or add it there.",
            )
        if jar.skin_safe is False:
            raise InputError.one(
                "painted.skin",
                field,
                jar.name,
                "is declared not safe for skin",
                "Choose another jar.",
            )
        yield _weighed(of, str(LOAF.step("paint", thing.id)), "colourant", jar, painted.grams)


def _recoloured(of: ResolvedLoaf) -> Iterator[Sprinkled]:
    """Jars that kept batter takes anew: of all there is of it, however many moulds are filled."""
    for lacking in stirred_into_leftovers(of):
        told = _weighed(of, str(LOAF.step("keep")), "colourant", lacking.jar, lacking.grams)
        yield told.model_copy(update={"moulds": 1})


def _dusted(of: ResolvedLoaf) -> Iterator[Sprinkled]:
    for work in of.loaf.work:
        if isinstance(work, Dust):
            doses = of.colours[work.colour].colourants
            whole = sum(dose.g_per_kg for dose in doses)
            for dose in doses:
                jar = of.cupboard.colourants.get(dose.colourant)
                if jar:
                    step = str(LOAF.step(work.do, work.ref))
                    yield _weighed(of, step, "colourant", jar, work.amount_g * dose.g_per_kg / whole)
            if work.oil_g is not None:
                oil = fat_named(of.loaf.sizing.carrier_fat, of.cupboard.fats)
                yield _weighed(of, str(LOAF.step(work.do, work.ref)), "fat", oil, work.oil_g)


def _finished(of: ResolvedLoaf) -> Iterator[Sprinkled]:
    for i, finish in enumerate(of.loaf.top.finishes):
        if finish.of is None or not finish.of_kind.shelves:
            continue
        step = str(LOAF.step("finish", finish.id))
        thing = _thing(of, i, finish, finish.of)
        if finish.of_kind.unit == "g":
            yield _weighed(of, step, finish.of.shelf, thing, finish.amount)
        else:
            yield from _drizzled(of, step, finish, of.cupboard.colourants[finish.of.key])


def _drizzled(of: ResolvedLoaf, step: str, finish: Finish, jar: Colourant) -> Iterator[Sprinkled]:
    """A jar in so much oil as wets it, by volume."""
    oil = fat_named(of.loaf.sizing.carrier_fat, of.cupboard.fats)
    times = max(jar.carrier_g_per_g, 1.0)
    grams = finish.amount * mixed_g_ml(jar.model_copy(update={"carrier_g_per_g": times}), oil.density_g_ml)
    yield _weighed(of, step, "colourant", jar, grams)
    yield _weighed(of, step, "fat", oil, grams * times)


_Named = Colourant | Additive | Fat


def _thing(of: ResolvedLoaf, i: int, finish: Finish, ref: FromShelf) -> _Named:
    if ref.shelf not in finish.of_kind.shelves:
        raise InputError.one(
            "finish.shelf",
            f"top.finishes.{i}.of",
            ref.key,
            f"{finish.of_kind.label.lower()} is none of the {ref.shelf}s",
            "Choose what it is of from the list.",
        )
    shelf: Mapping[str, _Named] = of.cupboard.colourants if ref.shelf == "colourant" else of.cupboard.additives
    if ref.key not in shelf:
        raise InputError.one(
            "finish.unknown",
            f"top.finishes.{i}.of",
            ref.key,
            "must be in the cupboard",
            "Choose one from there, or add it there.",
        )
    return shelf[ref.key]


def _weighed(of: ResolvedLoaf, step: str, kind: SprinkledKind, thing: _Named, exact_g: float) -> Sprinkled:
    fine = of.loaf.sizing.fine_step_g
    grams = round(max(round(exact_g / fine), 1) * fine, 6)
    return Sprinkled(
        step=step,
        kind=kind,
        key=thing.key,
        name=thing.name,
        inci=thing.inci,
        grams=grams,
        exact_g=exact_g,
        moulds=of.loaf.moulds,
    )
