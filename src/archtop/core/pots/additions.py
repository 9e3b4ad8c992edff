"""What goes into a colour's bowl besides batter: colourants, what wets them, scent.

Everything by a gram of the portion's oils, so that a bowl of any size follows.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal, NamedTuple

from archtop.core.base import Frozen, InputError
from archtop.core.chemistry import Batter, Fat, ScentBlend, ScentDose, ScentLoad, scent_load
from archtop.core.colour import Colourant, ColourDose
from archtop.core.document import Cupboard

__all__ = ["Addition", "AdditionRole", "Additions", "additions_for"]

AdditionRole = Literal["colourant", "carrier oil", "carrier water", "scent"]


class Addition(Frozen):
    """One thing to weigh into a bowl, per gram of its oils: grams and ml."""

    key: str
    name: str
    inci: str
    role: AdditionRole
    grams: float
    ml: float
    powder: bool = False


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
    """What a bowl is to be coloured and scented with; ``alone``: the pot is of this colour only."""

    portion: str
    doses: Sequence[ColourDose]
    scent: ScentDose | None
    alone: bool


def additions_for(
    wanted: Wanted, batter: Batter, *, cupboard: Cupboard, blends: Mapping[str, ScentBlend], carrier: Fat
) -> Additions:
    """Colourants with their carriers, then scent.

    :param carrier: the oil that wets oil-dispersed colourants
    :raises InputError: ``colourant.unknown``, ``colourant.not_alkali_stable``, ``colourant.not_skin_safe``,
        ``colourant.straight``; whatever :func:`scent_load` refuses
    """
    parts = _coloured(wanted, cupboard.colourants, carrier)
    load = None
    if scent := wanted.scent:
        blend = blends[scent.blend]
        bowl = batter.g_per_g_oils + sum(part.grams for part in parts)
        wet = sum(part.per_g_oils for part in batter.parts if part.role == "water")
        wet += sum(part.grams for part in parts if part.role == "carrier water")
        load = scent_load(
            scent, blend, cupboard.scents, wanted.portion, fresh_g_per_g_oils=bowl, water_g_per_g_oils=wet
        )
        parts.append(Addition(key=blend.id, name=blend.name, inci="Parfum", role="scent", grams=load.grams, ml=load.ml))
    jars = [cupboard.colourants[dose.colourant] for dose in wanted.doses]
    return Additions(
        parts=tuple(parts),
        load=load,
        oil=(carrier.key, carrier.name),
        in_water=tuple(jar.key for jar in jars if jar.disperse == "water"),
        wetted={jar.key: 1 + round(jar.carrier_g_per_g) for jar in jars if jar.disperse != "straight"},
    )


def _coloured(wanted: Wanted, colourants: Mapping[str, Colourant], carrier: Fat) -> list[Addition]:
    parts: list[Addition] = []
    oil = water = 0.0
    for dose in wanted.doses:
        jar = _jar(dose.colourant, colourants, wanted.portion)
        if jar.disperse == "straight" and not wanted.alone:
            raise InputError.one(
                "colourant.straight",
                f"{wanted.portion}: {jar.name}",
                "straight into the oils",
                "the pot has other colours as well",
                "Wet it in oil instead, or give this colour a pot of its own.",
            )
        grams = dose.g_per_kg / 1000
        parts.append(
            Addition(
                key=jar.key,
                name=jar.name,
                inci=jar.inci,
                role="colourant",
                grams=grams,
                ml=grams / jar.true_g_ml,
                powder=jar.powder,
            )
        )
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


def _jar(key: str, colourants: Mapping[str, Colourant], portion: str) -> Colourant:
    """The jar, if it may go into soap at all."""
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
            "does not stand lye: it will fade or turn",
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
