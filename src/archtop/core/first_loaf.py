"""A first loaf from a few answers: mould, colours and how they go in, a column inside, something piped on top."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any, Literal

from pydantic import Field

from archtop.core.base import Frozen, InputError
from archtop.core.colour import ColourDose, reach
from archtop.core.document import Cupboard, Loaf, blank_loaf, read_loaf
from archtop.core.geometry import LoafMould
from archtop.core.plan import plan_of
from archtop.core.pots import bowl_to_measure, colour_in_pot
from archtop.core.resolved import resolve
from archtop.core.trade import MOTIFS, TIPS, MotifName

__all__ = ["FirstLoaf", "first_loaf", "with_jars"]

# How full, how much of the inside's width a motif takes, how much of the height a base takes that drops fall into.
_FULL, _MOTIF_SHARE, _BASE = 0.86, 0.3, 0.4
# As much lies under a column that swirls go around: lifted by it, the column is carried before they are too thick.
_AROUND = 0.72
# How far a stream falls [mm].
_FALLS = {"layer": 5.0, "pot swirl": 10.0, "drops": 60.0}
# Common practice: what is piped from another tip than an open star.
_TIPS: dict[str, str] = {
    "ball": "plain",
    "coil": "plain",
    "cloud": "plain",
    "leaf": "leaf",
    "tuft": "grass",
    "blossom": "petal",
    "ruffle": "ruffle",
}
Srgb = Annotated[str, Field(pattern=r"^#[0-9a-fA-F]{6}$")]


class FirstColour(Frozen):
    """A colour by its name and look."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    srgb: Srgb


class FirstLoaf(Frozen):
    """The answers. ``bars``: so many, if that is said; ``under_mm``: how far under the rim the batter stops.

    ``column_mm``: how thick the round column inside is; 0: none; ``column_in``: what that is cast in. ``motif``: what
    is piped on top in two rows; ``pour_on``: the day of the pour; ``us``: weighed in ounces.
    """

    name: Annotated[str, Field(min_length=1, max_length=120)]
    mould: LoafMould
    bars: Annotated[int, Field(ge=1, le=400)] | None = None
    under_mm: Annotated[float, Field(ge=0, le=480)] | None = None
    colours: Annotated[tuple[FirstColour, ...], Field(min_length=1, max_length=4)]
    how: Literal["layers", "drops", "pot swirl"] = "layers"
    column_mm: Annotated[float, Field(ge=0, le=200)] = 0.0
    column_in: Literal["silicone", "lined pipe"] = "silicone"
    column: FirstColour | None = None
    motif: MotifName | None = None
    pour_on: dt.date | None = None
    us: bool = False


def first_loaf(given: FirstLoaf) -> Loaf:
    """The document that the answers come to; its plan is its own.

    :raises InputError: ``first.level`` where nothing is left to be filled; the document's own problems
    """
    blank = blank_loaf(given.name, us=given.us).model_dump(mode="json")
    level = _level(given)
    colours = [{"id": f"colour-{i + 1}", **item.model_dump()} for i, item in enumerate(given.colours)]
    embeds: list[dict[str, Any]] = []
    if given.column_mm > 0:
        column = given.column or given.colours[-1]
        colours.append({"id": "column", **column.model_dump()})
        embeds.append(
            {
                "id": "column",
                "name": "Column",
                "outline": {"kind": "circle", "diameter_mm": given.column_mm},
                "up_mm": level * 0.55,
                "length_mm": given.mould.length_mm,
                "colour": "column",
                "casting": {"mould_length_mm": given.mould.length_mm + 10, "material": given.column_in},
            }
        )
    return read_loaf(
        {
            **blank,
            "mould": given.mould.model_dump(mode="json"),
            "colours": colours,
            "embeds": embeds,
            "frosting": _frosting(given),
            "cuts": {"slices": given.bars},
            "pour_on": given.pour_on,
            "work": _work(given, level, bool(embeds)),
        }
    )


def with_jars(loaf: Loaf, cupboard: Cupboard) -> Loaf:
    """The loaf with the jars and doses that come nearest to its colours, where a jar comes nearer than none.

    They are chosen once the loaf is whole, so that they can be weighed in its own bowls.

    :raises InputError: the loaf does not plan
    """
    of = resolve(loaf, cupboard)
    jars = {key: cupboard.jar(key) for key in cupboard.colourants}
    if not jars:
        return loaf
    pots = plan_of(of).pots
    coloured = []
    for colour in loaf.colours:
        bowl = bowl_to_measure(pots, colour.id, loaf.sizing.fine_step_g)
        options = reach(colour_in_pot(of, colour).base, (), colour.srgb, jars, bowl=bowl).options
        best = min(options, key=lambda option: option.difference, default=None)
        doses = [ColourDose(colourant=item.colourant, g_per_kg=item.g_per_kg) for item in best.add] if best else []
        coloured.append(colour.model_copy(update={"colourants": tuple(doses)}))
    return loaf.model_copy(update={"colours": tuple(coloured)})


def _level(given: FirstLoaf) -> float:
    high = given.mould.height_mm
    if given.under_mm is None:
        return round(high * _FULL, 1)
    if given.under_mm >= high:
        raise InputError.one(
            "first.level", "under_mm", given.under_mm, f"the mould is {high:g} mm high", "Fill it higher."
        )
    return round(high - given.under_mm, 1)


def _frosting(given: FirstLoaf) -> dict[str, Any] | None:
    """Two rows of the motif, from a tip that is made for it."""
    if given.motif is None:
        return None
    label, kind = MOTIFS[given.motif].label, _TIPS.get(given.motif, "open star")
    tip = TIPS[kind]
    size = round(given.mould.width_mm * _MOTIF_SHARE)
    run = {
        "id": "row",
        "name": label,
        "motif": {"kind": given.motif, "size_mm": size},
        "tip": "tip",
        "colours": ["colour-1"],
        "rows": 2,
    }
    return {"tips": [{"id": "tip", "name": tip.label, "kind": kind, "opening_mm": tip.usual_mm}], "runs": [run]}


def _work(given: FirstLoaf, level: float, column: bool) -> list[dict[str, Any]]:
    """Layers share the height; a column is laid onto the lowest of what is poured."""
    keys = [f"colour-{i + 1}" for i in range(len(given.colours))]
    under = level * (_AROUND if column else _BASE)
    if given.how == "layers":
        heights = [level * (i + 1) / len(keys) for i in range(len(keys))]
        pours = [_pour(f"pour-{i + 1}", given.colours[i].name, heights[i], [key]) for i, key in enumerate(keys)]
        if len(pours) == 1 and column:
            pours = [_pour("pour-0", "Under the column", under, keys), *pours]
    elif given.how == "pot swirl":
        pours = [_pour("pour-1", "Over the column" if column else "Swirl", level, keys, how=given.how)]
        if column:
            pours.insert(0, _pour("pour-0", "Under the column", under, keys, how=given.how))
    else:
        pours = [
            _pour("pour-1", given.colours[0].name, under, keys[:1]),
            _pour("pour-2", "Drops", level, keys, how=given.how),
        ]
    if column:
        pours.insert(1, {"do": "lay", "embed": "column"})
    return pours


def _pour(key: str, name: str, to_mm: float, colours: list[str], how: str = "layer") -> dict[str, Any]:
    shares = [{"colour": colour, "percent": 100 / len(colours)} for colour in colours]
    return {
        "do": "pour",
        "id": key,
        "name": name,
        "to_mm": round(to_mm, 1),
        "colours": shares,
        "technique": {"kind": how},
        "fall_mm": _FALLS[how],
    }
