"""The loaf document: everything that is poured, placed, piped and cut, in the order of work.

One JSON object, versioned. ``read_loaf`` reads any version up to this one and says clearly when a document is newer;
``blank_loaf`` is the empty page. What the document *means* is computed in :mod:`archtop.core.plan`.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable, Mapping
from typing import Annotated, Any, Final, Literal

from pydantic import Field, ValidationError, model_validator

from archtop.core.chemistry import FatShare, Formula, Scent, ScentBlend, ScentDose
from archtop.core.colour import Colourant, ColourDose
from archtop.core.errors import InputError, Problem, problems_from_validation, shown
from archtop.core.figure import Frozen
from archtop.core.geometry import LoafMould, Outline
from archtop.core.making import CompositeMake, Make
from archtop.core.packing import Grated

__all__ = [
    "FORMAT",
    "VERSION",
    "Brings",
    "Casting",
    "Colour",
    "ColourShare",
    "Cuts",
    "Embed",
    "Figurine",
    "Frosting",
    "InPour",
    "Kept",
    "Lay",
    "Loaf",
    "Pieces",
    "Pour",
    "Press",
    "Row",
    "Sizing",
    "blank_loaf",
    "pieces_used",
    "read_loaf",
]

FORMAT: Final = "archtop.loaf"
VERSION: Final = 3

Id = Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
Name = Annotated[str, Field(min_length=1, max_length=120)]
LotKey = Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9.-]{0,79}$")]
Place = Annotated[float, Field(ge=-2000, le=2000)]


class Colour(Frozen):
    """A colour of this loaf as it is wished for when cured, and what makes it: colourants and scent by its oils."""

    id: Id
    name: Name
    srgb: Annotated[str, Field(pattern=r"^#[0-9a-fA-F]{6}$")]
    colourants: Annotated[tuple[ColourDose, ...], Field(max_length=12)] = ()
    scent: ScentDose | None = None


class ColourShare(Frozen):
    """A colour's percent of a pour or of the frosting."""

    colour: Id
    percent: Annotated[float, Field(gt=0, le=100)]


Shares = Annotated[tuple[ColourShare, ...], Field(min_length=1, max_length=20)]


class Casting(Frozen):
    """How a column is cast beforehand: the column mould's usable length, and what is trimmed off the ends."""

    material: Literal["lined pipe", "silicone", "stiff"] = "silicone"
    mould_length_mm: Annotated[float, Field(gt=0, le=2000)]
    trim_mm: Annotated[float, Field(ge=0, le=200)] = 5.0


class Figurine(Frozen):
    """A figure cast first, along the whole column, and surrounded by it; its middle is told from the column's own."""

    name: Name = "Figure"
    outline: Outline
    across_mm: Place = 0.0
    up_mm: Place = 0.0
    turn_deg: Annotated[float, Field(ge=-360, le=360)] = 0.0
    colour: Id
    formula: Id | None = None


class Row(Frozen):
    """Pieces laid end to end instead of one column: each as long as it is cast, and sliced flat at both ends."""

    piece_mm: Annotated[float, Field(gt=0, le=2000)]
    slice_mm: Annotated[float, Field(ge=0, le=100)] = 1.0

    @model_validator(mode="after")
    def _something_left(self) -> Row:
        if self.piece_mm - 2 * self.slice_mm < 1:
            raise InputError.one(
                "row.sliced_away", "slice_mm", self.slice_mm,
                f"twice that leaves nothing of a piece of {self.piece_mm:g} mm", "Slice less off.",
            )  # fmt: skip
        return self


class Embed(Frozen):
    """A column laid lengthwise: outline, its middle (across from the centre line, up from the floor), turn, extent.

    ``row``: pieces end to end make it up. ``figure``: what is cast inside it. ``seam``: where the casting's seam is
    turned
    to; ``front``: which of its ends lies at the loaf's front. ``casting`` is ``None`` for a piece that already lies on
    the shelf, as ``lot`` there if it is written down; ``formula`` ``None`` means the loaf's own.
    """

    id: Id
    name: Name
    outline: Outline
    across_mm: Place = 0.0
    up_mm: Place
    turn_deg: Annotated[float, Field(ge=-360, le=360)] = 0.0
    from_mm: Place = 0.0
    length_mm: Annotated[float, Field(gt=0, le=2000)]
    colour: Id
    formula: Id | None = None
    casting: Casting | None = None
    row: Row | None = None
    figure: Figurine | None = None
    seam: Literal["none", "floor", "left", "right", "top"] = "none"
    front: Literal["either", "first poured", "last poured"] = "either"
    lot: LotKey | None = None


class InPour(Frozen):
    """So many of the loaf's small pieces stirred or laid into a pour."""

    pieces: Id
    count: Annotated[int, Field(ge=1, le=2000)]


class Pour(Frozen):
    """Batter poured until its level stands at ``to_mm``, in one colour or several, with shreds and pieces in it.

    ``fall_mm``: how far the stream falls; over a spatula about 5 mm. ``grated``: how the shreds were; ``shreds_lot``:
    where they lie on the shelf.
    """

    do: Literal["pour"] = "pour"
    id: Id
    name: Name
    to_mm: Annotated[float, Field(gt=0, le=500)]
    colours: Shares
    shreds_g: Annotated[float, Field(ge=0, le=100000)] = 0.0
    grated: Grated = "shreds"
    shreds_lot: LotKey | None = None
    pieces: Annotated[tuple[InPour, ...], Field(max_length=20)] = ()
    fall_mm: Annotated[float, Field(ge=0, le=1000)] = 5.0


class Lay(Frozen):
    """An embed laid into what has been poured so far."""

    do: Literal["lay"] = "lay"
    embed: Id


class Press(Frozen):
    """Small pieces pressed into the surface so deep that ``sunk_percent`` of each lies under it."""

    do: Literal["press"] = "press"
    id: Id
    pieces: Id
    count: Annotated[int, Field(ge=1, le=2000)]
    sunk_percent: Annotated[float, Field(ge=0, le=100)] = 50.0


class Kept(Frozen):
    """Batter kept back from the loaf's pot for another day: it becomes dough, or fills a saver mould."""

    colour: Id
    volume_ml: Annotated[float, Field(gt=0, le=20000)]
    purpose: Literal["dough", "saver mould"] = "dough"


class Frosting(Frozen):
    """Batter piped or spread on top: held back from the loaf's pot, or of its own ``formula`` in its own pot."""

    name: Name = "Frosting"
    volume_ml: Annotated[float, Field(gt=0, le=20000)]
    style: Literal["scallops", "smooth"] = "scallops"
    rows: Annotated[int, Field(ge=1, le=12)] = 2
    colours: Shares
    formula: Id | None = None


class Pieces(Frozen):
    """Small pieces made beforehand, to be stirred into a pour, pressed in, stood on top or given away.

    ``lot``: they lie on the shelf already and are not made for this loaf.
    """

    id: Id
    name: Name
    make: Make
    count: Annotated[int, Field(ge=1, le=2000)]
    material: Literal["silicone", "stiff"] = "silicone"
    colour: Id
    formula: Id | None = None
    lot: LotKey | None = None


class Cuts(Frozen):
    """Bars across the loaf: thickness, what the wire takes, and the slices left at both ends."""

    bar_mm: Annotated[float, Field(ge=5, le=500)] = 25.0
    kerf_mm: Annotated[float, Field(ge=0, le=5)] = 0.6
    front_slice_mm: Annotated[float, Field(ge=0, le=500)] = 0.0
    back_slice_mm: Annotated[float, Field(ge=0, le=500)] = 0.0


class Brings(Frozen):
    """Bottles and jars that travel with a loaf's file, for a studio that does not have them."""

    scents: Annotated[tuple[Scent, ...], Field(max_length=60)] = ()
    colourants: Annotated[tuple[Colourant, ...], Field(max_length=60)] = ()


class Sizing(Frozen):
    """What is added to bare volumes, how fine the scales read, which oil wets colourants, how warm the room is."""

    margin_percent: Annotated[float, Field(ge=0, le=50)] = 3.0
    film_mm: Annotated[float, Field(ge=0, le=5)] = 0.5
    scale_step_g: Annotated[float, Field(ge=0.01, le=50)] = 1.0
    fine_step_g: Annotated[float, Field(ge=0.001, le=5)] = 0.1
    carrier_fat: str = "sunflower-oleic"
    room_c: Annotated[float, Field(ge=5, le=40)] = 21.0


class Loaf(Frozen):
    """A loaf, complete: see the module."""

    format: Literal["archtop.loaf"] = FORMAT
    version: Literal[3] = VERSION
    name: Name
    story: Annotated[str, Field(max_length=4000)] = ""
    pour_on: dt.date | None = None
    mould: LoafMould
    formulas: Annotated[tuple[Formula, ...], Field(min_length=1, max_length=20)]
    formula: Id
    colours: Annotated[tuple[Colour, ...], Field(min_length=1, max_length=60)]
    blends: Annotated[tuple[ScentBlend, ...], Field(max_length=20)] = ()
    embeds: Annotated[tuple[Embed, ...], Field(max_length=200)] = ()
    work: Annotated[tuple[Annotated[Pour | Lay | Press, Field(discriminator="do")], ...], Field(max_length=500)] = ()
    keeps: Annotated[tuple[Kept, ...], Field(max_length=20)] = ()
    frosting: Frosting | None = None
    pieces: Annotated[tuple[Pieces, ...], Field(max_length=60)] = ()
    cuts: Cuts = Cuts()
    sizing: Sizing = Sizing()
    brings: Brings = Brings()

    @model_validator(mode="after")
    def _refers_to_what_is_there(self) -> Loaf:
        problems = [*_twice(self), *_dangling(self), *_shares_off(self), *_laying(self), *_more_than_made(self)]
        if problems:
            raise InputError(*problems)
        return self


def _problem(code: str, field: str, value: Any, limit: str, remedy: str) -> Problem:
    return Problem(code=code, field=field, value=shown(value), limit=limit, remedy=remedy)


def _twice(loaf: Loaf) -> list[Problem]:
    """Ids that stand twice in their list."""
    pours = [step.id for step in loaf.work if isinstance(step, Pour | Press)]
    lists: dict[str, list[str]] = {
        "formulas": [f.id for f in loaf.formulas],
        "colours": [c.id for c in loaf.colours],
        "blends": [b.id for b in loaf.blends],
        "embeds": [e.id for e in loaf.embeds],
        "pieces": [p.id for p in loaf.pieces],
        "work": pours,
    }
    return [
        _problem("id.twice", field, item, "an id may stand only once in its list", "Give one another id.")
        for field, ids in lists.items()
        for item in sorted({i for i in ids if ids.count(i) > 1})
    ]


def _references(loaf: Loaf) -> list[tuple[str, str, str]]:
    """(field, list it points into, id) for every reference in the document."""
    refs = [("formula", "formulas", loaf.formula)]
    refs += [(f"colours.{i}.scent.blend", "blends", c.scent.blend) for i, c in enumerate(loaf.colours) if c.scent]
    if loaf.frosting and loaf.frosting.formula:
        refs.append(("frosting.formula", "formulas", loaf.frosting.formula))
    for i, embed in enumerate(loaf.embeds):
        refs.append((f"embeds.{i}.colour", "colours", embed.colour))
        refs += [(f"embeds.{i}.formula", "formulas", embed.formula)] if embed.formula else []
        if embed.figure:
            refs.append((f"embeds.{i}.figure.colour", "colours", embed.figure.colour))
            refs += [(f"embeds.{i}.figure.formula", "formulas", embed.figure.formula)] if embed.figure.formula else []
    for i, piece in enumerate(loaf.pieces):
        refs.append((f"pieces.{i}.colour", "colours", piece.colour))
        refs += [(f"pieces.{i}.formula", "formulas", piece.formula)] if piece.formula else []
        if isinstance(piece.make, CompositeMake):
            refs.append((f"pieces.{i}.make.figure_colour", "colours", piece.make.figure_colour))
    refs += [(f"keeps.{i}.colour", "colours", kept.colour) for i, kept in enumerate(loaf.keeps)]
    for field, shares in _share_lists(loaf):
        refs += [(f"{field}.{j}.colour", "colours", share.colour) for j, share in enumerate(shares)]
    refs += [(f"work.{i}.embed", "embeds", step.embed) for i, step in enumerate(loaf.work) if isinstance(step, Lay)]
    refs += [(f"work.{i}.pieces", "pieces", step.pieces) for i, step in enumerate(loaf.work) if isinstance(step, Press)]
    refs += [
        (f"work.{i}.pieces.{j}.pieces", "pieces", item.pieces)
        for i, step in enumerate(loaf.work)
        if isinstance(step, Pour)
        for j, item in enumerate(step.pieces)
    ]
    return refs


def _dangling(loaf: Loaf) -> list[Problem]:
    known: dict[str, set[str]] = {
        "formulas": {f.id for f in loaf.formulas},
        "colours": {c.id for c in loaf.colours},
        "blends": {b.id for b in loaf.blends},
        "pieces": {p.id for p in loaf.pieces},
        "embeds": {e.id for e in loaf.embeds},
    }
    return [
        _problem("id.unknown", field, ref, f"must be one of this loaf's {target}", "Choose one, or add it.")
        for field, target, ref in _references(loaf)
        if ref not in known[target]
    ]


def _share_lists(loaf: Loaf) -> list[tuple[str, tuple[ColourShare, ...]]]:
    lists = [(f"work.{i}.colours", step.colours) for i, step in enumerate(loaf.work) if isinstance(step, Pour)]
    return lists + ([("frosting.colours", loaf.frosting.colours)] if loaf.frosting else [])


def _shares_off(loaf: Loaf) -> list[Problem]:
    return [
        _problem(
            "shares.sum", field, f"{total:g} %", "colour shares must add up to 100 %",
            f"{'Take away' if total > 100 else 'Add'} {abs(100 - total):g} %.",
        )
        for field, shares in _share_lists(loaf)
        if abs((total := sum(share.percent for share in shares)) - 100) > 0.05
    ]  # fmt: skip


def _laying(loaf: Loaf) -> list[Problem]:
    """Every embed is laid once."""
    laid = [step.embed for step in loaf.work if isinstance(step, Lay)]
    return [
        _problem(
            "embed.laid", f"embeds.{i}", embed.name, f"is laid {laid.count(embed.id)} times; it must be once",
            "Put it once into the order of work.",
        )
        for i, embed in enumerate(loaf.embeds)
        if laid.count(embed.id) != 1
    ]  # fmt: skip


def _more_than_made(loaf: Loaf) -> list[Problem]:
    """Pieces that go into the loaf in greater number than they are made."""
    used = pieces_used(loaf)
    return [
        _problem(
            "pieces.too_few", f"pieces.{i}.count", piece.count,
            f"{used[piece.id]} of {piece.name} go into the loaf", f"Make {used[piece.id]}, or use fewer.",
        )
        for i, piece in enumerate(loaf.pieces)
        if used.get(piece.id, 0) > piece.count
    ]  # fmt: skip


def pieces_used(loaf: Loaf) -> dict[str, int]:
    """How many of each set of small pieces are stirred or pressed in."""
    used: dict[str, int] = {}
    for step in loaf.work:
        if isinstance(step, Pour):
            for item in step.pieces:
                used[item.pieces] = used.get(item.pieces, 0) + item.count
        elif isinstance(step, Press):
            used[step.pieces] = used.get(step.pieces, 0) + step.count
    return used


def _lift_to_2(data: dict[str, Any]) -> dict[str, Any]:
    """Version 2 brought additives, schools, scents, colourants, and other ways to make pieces than casting them."""
    lifted = {**data, "version": 2}
    if isinstance(data.get("pieces"), list):
        lifted["pieces"] = [
            {**{k: v for k, v in piece.items() if k != "mould"}, "make": {"kind": "cavity", "mould": piece["mould"]}}
            if isinstance(piece, dict) and "mould" in piece
            else piece
            for piece in data["pieces"]
        ]
    return lifted


def _lift_to_3(data: dict[str, Any]) -> dict[str, Any]:
    """Version 3 brought rows, figures in columns, pieces pressed in, batter kept back, lots on the shelf: optional."""
    return {**data, "version": 3}


# From version n to n + 1. A document is lifted step by step, so that each lift is written and tested once.
_LIFTS: Mapping[int, Callable[[dict[str, Any]], dict[str, Any]]] = {1: _lift_to_2, 2: _lift_to_3}


def read_loaf(data: Any) -> Loaf:
    """Read a document of any known version.

    :raises InputError: ``document.type``, ``document.format``, ``document.newer``, or the schema's own problems
    """
    if not isinstance(data, dict):
        raise InputError.one(
            "document.type", "document", type(data).__name__, "must be a JSON object", "Choose a loaf file."
        )
    if data.get("format", FORMAT) != FORMAT:
        raise InputError.one("document.format", "format", data["format"], f'must be "{FORMAT}"', "Choose a loaf file.")
    version = data.get("version", VERSION)
    if isinstance(version, int) and version > VERSION:
        raise InputError.one(
            "document.newer", "version", version, f"this application reads versions up to {VERSION}",
            "Update Arch Top, or export the loaf from the newer one in an older version.",
        )  # fmt: skip
    while isinstance(version, int) and version in _LIFTS:
        data, version = _LIFTS[version](data), version + 1
    try:
        return Loaf.model_validate(data)
    except ValidationError as error:
        raise problems_from_validation(error) from error


def blank_loaf(name: str) -> Loaf:
    """The empty page: a plain loaf in one colour that can already be weighed out and cut."""
    return read_loaf(
        {
            "name": name,
            "mould": {"name": "Loaf box", "length_mm": 250, "width_mm": 90, "height_mm": 70},
            "formulas": [
                Formula(
                    id="house",
                    name="House formula",
                    fats=(
                        FatShare(fat="olive", percent=45),
                        FatShare(fat="coconut", percent=25),
                        FatShare(fat="shea", percent=15),
                        FatShare(fat="sunflower-oleic", percent=10),
                        FatShare(fat="castor", percent=5),
                    ),
                ).model_dump()
            ],
            "formula": "house",
            "colours": [{"id": "plain", "name": "Uncoloured", "srgb": "#efe6d2"}],
            "work": [
                {
                    "do": "pour", "id": "pour-1", "name": "Whole loaf", "to_mm": 60,
                    "colours": [{"colour": "plain", "percent": 100}],
                }
            ],
        }
    )  # fmt: skip
