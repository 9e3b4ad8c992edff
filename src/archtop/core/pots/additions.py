"""What goes into a bowl, or into a whole pot, besides its formula: colourants, what wets them, additives, scent.

Everything by a gram of the oils, so that a bowl of any size follows.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal, NamedTuple

from archtop.core.base import Frozen, InputError
from archtop.core.chemistry import (
    AdditiveDose,
    Batter,
    BatterPart,
    Fat,
    ScentBlend,
    ScentDose,
    ScentLoad,
    Stage,
    additive_named,
    bowl_stage_of,
    grams_per_g_oils,
    scent_load,
    scent_ml,
)
from archtop.core.colour import Colourant, ColourDose
from archtop.core.document import Cupboard, WholePot

__all__ = ["Addition", "AdditionRole", "Additions", "Wanted", "additions_for", "jar_named", "of_jar", "whole_batter"]

AdditionRole = Literal["colourant", "carrier oil", "carrier water", "additive", "scent"]


class Addition(Frozen):
    """One thing to weigh into a bowl, per gram of its oils: grams and ml; ``last``: after everything else."""

    key: str
    name: str
    inci: str
    role: AdditionRole
    grams: float
    ml: float
    powder: bool = False
    last: bool = False


class Additions(Frozen):
    """All of a bowl's, with the scent's reckoning; ``oil``: key and name of what wets but the things ``in_water``.

    ``wetted``: how many times as much each thing is with what wets it.
    """

    parts: tuple[Addition, ...] = ()
    load: ScentLoad | None = None
    oil: tuple[str, str] = ("", "Oil")
    in_water: tuple[str, ...] = ()
    wetted: dict[str, int] = {}

    @property
    def grams(self) -> float:
        """Grams for a gram of oils."""
        return sum(part.grams for part in self.parts)

    @property
    def ml(self) -> float:
        """Volume [ml] for a gram of oils."""
        return sum(part.ml for part in self.parts)


class Wanted(NamedTuple):
    """What a bowl is to be coloured and scented with; ``alone``: the pot is of this colour only.

    ``pot_scent``: what its whole pot is scented with, instead of a scent of its own.
    """

    portion: str
    doses: Sequence[ColourDose]
    additives: Sequence[AdditiveDose]
    scent: ScentDose | None
    alone: bool
    pot_scent: ScentDose | None = None

    @property
    def nothing(self) -> bool:
        """Whether the bowl is of plain batter."""
        return not (self.doses or self.additives or self.scent or self.pot_scent)


def additions_for(
    wanted: Wanted, batter: Batter, *, cupboard: Cupboard, blends: Mapping[str, ScentBlend], carrier: Fat
) -> Additions:
    """Colourants with their carriers, additives of the bowl's own, then scent.

    :param batter: the whole pot's, with what is stirred into it before it is split
    :param carrier: the oil that wets oil-dispersed colourants
    :raises InputError: ``colourant.unknown``, ``colourant.not_alkali_stable``, ``colourant.not_skin_safe``,
        ``colourant.straight``; ``additive.bowl``; whatever :func:`scent_load` refuses
    """
    jars = [jar_named(dose.colourant, cupboard.colourants, wanted.portion) for dose in wanted.doses]
    parts = _coloured(wanted, jars, carrier)
    parts += _added(wanted, batter, cupboard)
    load = None
    if scent := wanted.pot_scent or wanted.scent:
        blend = blends[scent.blend]
        water = ("water", "carrier water")
        # A scent that the pot has already is not what it comes into.
        bowl = sum(part.per_g_oils for part in batter.parts if part.role != "scent")
        wet = sum(part.per_g_oils for part in batter.parts if part.role in water)
        load = scent_load(
            scent,
            blend,
            cupboard.scents,
            wanted.portion,
            fresh_g_per_g_oils=bowl + sum(part.grams for part in parts),
            water_g_per_g_oils=wet + sum(part.grams for part in parts if part.role == "carrier water"),
        )
        if not wanted.pot_scent:
            parts.append(_scent(blend, cupboard, load.grams, load.ml))
    return Additions(
        parts=tuple(parts),
        load=load,
        oil=(carrier.key, carrier.name),
        in_water=tuple(jar.key for jar in jars if jar.disperse == "water"),
        wetted={jar.key: 1 + round(jar.carrier_g_per_g) for jar in jars if jar.disperse != "straight"},
    )


def whole_batter(
    batter: Batter, whole: WholePot, name: str, *, cupboard: Cupboard, blends: Mapping[str, ScentBlend], carrier: Fat
) -> Batter:
    """A pot's batter with what colours and scents all of it before it is split.

    What goes into the oils needs nothing to wet it; what goes in later is wetted as in a bowl.

    :param name: of the pot
    :raises InputError: ``colourant.unknown``, ``colourant.not_alkali_stable``, ``colourant.not_skin_safe``;
        ``colourant.in_oils`` for one that only water wets; ``scent.unknown``
    """
    jars = [jar_named(dose.colourant, cupboard.colourants, name) for dose in whole.colourants]
    into_oils = whole.colourants_into == "oils"
    for jar in jars:
        if into_oils and jar.disperse == "water":
            raise InputError.one(
                "colourant.in_oils",
                f"{name}: {jar.name}",
                "into the oils",
                "water wets it, and oil does not",
                "Let it go in once the batter holds together.",
            )
    wanted = Wanted(name, whole.colourants, (), None, alone=True)
    wetted = {jar.key: 1 if into_oils else 1 + round(jar.carrier_g_per_g) for jar in jars}
    found = [part for part in _coloured(wanted, jars, carrier) if part.role == "colourant" or not into_oils]
    more = [_in_pot(part, whole.colourants_into, wetted.get(part.key, 1)) for part in found]
    ml = sum(part.ml for part in found)
    if whole.scent:
        blend, grams = blends[whole.scent.blend], whole.scent.percent_of_oils / 100
        filled = scent_ml(blend, cupboard.scents)
        scent = _scent(blend, cupboard, grams, grams * filled)
        more.append(_in_pot(scent, whole.scent_into, 1))
        ml += scent.ml
    return batter.with_parts(more, ml) if more else batter


def _scent(blend: ScentBlend, cupboard: Cupboard, grams: float, ml: float) -> Addition:
    name = blend.called(cupboard.scents)
    return Addition(key=blend.id, name=name, inci="Parfum", role="scent", grams=grams, ml=ml)


def _in_pot(part: Addition, stage: Stage, wetted: int) -> BatterPart:
    return BatterPart(
        key=part.key,
        name=part.name,
        inci=part.inci,
        role=part.role,
        share=0.0,
        per_g_oils=part.grams,
        stage=stage,
        wetted=wetted,
        powder=part.powder,
    )


def _added(wanted: Wanted, batter: Batter, cupboard: Cupboard) -> list[Addition]:
    """Seeds, milk and the like that go into one bowl only."""
    water = sum(part.per_g_oils for part in batter.parts if part.role == "water")
    found = []
    for dose in wanted.additives:
        additive = additive_named(dose.additive, cupboard.additives)
        stage, grams = bowl_stage_of(dose, additive), grams_per_g_oils(dose, additive, water)
        found.append(
            Addition(
                key=additive.key,
                name=additive.name,
                inci=additive.inci,
                role="additive",
                grams=grams,
                ml=grams / additive.true,
                powder=additive.powder,
                last=stage == "last",
            )
        )
    return found


def of_jar(jar: Colourant, grams: float) -> Addition:
    """So much of a jar.

    :param grams: of it, in all or for a gram of oils [g]
    """
    return Addition(
        key=jar.key,
        name=jar.name,
        inci=jar.inci,
        role="colourant",
        grams=grams,
        ml=grams / jar.true_g_ml,
        powder=jar.powder,
    )


def _coloured(wanted: Wanted, jars: Sequence[Colourant], carrier: Fat) -> list[Addition]:
    parts: list[Addition] = []
    oil = water = 0.0
    for dose, jar in zip(wanted.doses, jars, strict=True):
        if jar.disperse == "straight" and not wanted.alone:
            raise InputError.one(
                "colourant.straight",
                f"{wanted.portion}: {jar.name}",
                "straight into the oils",
                "the pot has other colours as well",
                "Wet it in oil instead, or give this colour a pot of its own.",
            )
        grams = dose.g_per_kg / 1000
        parts.append(of_jar(jar, grams))
        oil += grams * jar.carrier_g_per_g if jar.disperse == "oil" else 0.0
        water += grams * jar.carrier_g_per_g if jar.disperse == "water" else 0.0
    if oil:
        name = f"{carrier.name}, to wet the colours"
        parts.append(
            Addition(
                key=carrier.key,
                name=name,
                inci=carrier.inci,
                role="carrier oil",
                grams=oil,
                ml=oil / carrier.density_g_ml,
            )
        )
    if water:
        name = "Water, to wet the colours"
        parts.append(Addition(key="water", name=name, inci="Aqua", role="carrier water", grams=water, ml=water))
    return parts


def jar_named(key: str, colourants: Mapping[str, Colourant], portion: str) -> Colourant:
    """The jar of that key, if it may go into soap at all.

    :param portion: what it goes into, by name
    :raises InputError: ``colourant.unknown``, ``colourant.not_alkali_stable``, ``colourant.not_skin_safe``
    """
    if key not in colourants:
        raise InputError.one(
            "colourant.unknown",
            f"{portion}: colourant",
            key,
            "must be in the cupboard",
            "Choose one from there, or add it there.",
        )
    jar = colourants[key]
    if jar.alkali_stable is False:
        raise InputError.one(
            "colourant.not_alkali_stable",
            f"{portion}: colourant",
            jar.name,
            "is not stable in lye: it will fade or turn",
            "Choose one that is alkali-stable.",
        )
    if jar.skin_safe is False:
        raise InputError.one(
            "colourant.not_skin_safe",
            f"{portion}: colourant",
            jar.name,
            "is declared not safe for skin",
            "Choose one that is; what may be sold, local law decides.",
        )
    return jar
