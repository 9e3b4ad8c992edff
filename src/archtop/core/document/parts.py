"""What a loaf document is made of: colours, embeds, the steps of the work, frosting, pieces, cuts."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from archtop.core.base import Frozen, InputError
from archtop.core.chemistry import Additive, AdditiveDose, Scent, ScentDose
from archtop.core.colour import Colourant, ColourDose
from archtop.core.document.ids import Id, LotKey, Name, Place
from archtop.core.document.piping import Clear, Run
from archtop.core.document.shares import ColourShare, Shares
from archtop.core.document.strewing import Scatter
from archtop.core.geometry import Outline
from archtop.core.trade import (
    AnyColumnPour,
    BaseName,
    ByTurns,
    Finish,
    Tip,
)

__all__ = [
    "BaseCoat",
    "Batch",
    "Brings",
    "Casting",
    "Colour",
    "Crown",
    "Embed",
    "Figurine",
    "Frosting",
    "Kept",
    "Painted",
    "Poured",
    "Row",
    "Sizing",
    "Top",
    "WholePot",
    "frosting_colours",
]


class Colour(Frozen):
    """A colour of this loaf as it is wished for when cured, and what goes into its bowls, by their oils.

    ``additives``: seeds, milk and the like that go into this colour alone, with the colourants or at the very last.
    """

    id: Id
    name: Name
    srgb: Annotated[str, Field(pattern=r"^#[0-9a-fA-F]{6}$")]
    colourants: Annotated[tuple[ColourDose, ...], Field(max_length=12)] = ()
    additives: Annotated[tuple[AdditiveDose, ...], Field(max_length=12)] = ()
    scent: ScentDose | None = None


class WholePot(Frozen):
    """What goes into a whole pot before it is split, besides its formula: into the oils, or once it holds together.

    A scent here stands in for those of the colours that are made from the pot.
    """

    pot: Annotated[str, Field(min_length=1, max_length=120)]
    colourants: Annotated[tuple[ColourDose, ...], Field(max_length=12)] = ()
    colourants_into: Literal["oils", "after trace"] = "after trace"
    scent: ScentDose | None = None
    scent_into: Literal["oils", "after trace"] = "after trace"


PotName = Annotated[str, Field(min_length=1, max_length=120)]


class Batch(Frozen):
    """Castings of one formula that are mixed in one pot and filled one after the other.

    ``casts``: each by the name of the pot that it would have alone, like ``cast-tower`` or ``cast-tower-figure``.
    """

    id: Id
    name: Name
    casts: Annotated[tuple[PotName, ...], Field(min_length=1, max_length=60)]


class BatterFrom(Frozen):
    """Another loaf of the studio, by its key and its name, in whose mixing this one's batter is mixed."""

    loaf: Annotated[str, Field(pattern=r"^[0-9a-f-]{36}$")]
    name: Name


Moulds = Annotated[int, Field(ge=1, le=200)]


class Casting(Frozen):
    """How a column is cast beforehand: the column mould's usable length, and what is trimmed off the ends.

    ``of``: batter of its formula, or a bought base that is melted. ``moulds``: how many of the mould are filled at
    once; what needs more is cast again when they have let go.
    """

    material: Literal["lined pipe", "silicone", "stiff"] = "silicone"
    mould_length_mm: Annotated[float, Field(ge=0.1, le=2000)]
    trim_mm: Annotated[float, Field(ge=0, le=200)] = 5.0
    of: Literal["batter"] | BaseName = "batter"
    moulds: Moulds = 1

    @property
    def melted(self) -> bool:
        """Whether it is of a bought base, so that no lye is mixed for it."""
        return self.of != "batter"


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
    """Pieces laid end to end instead of one column: each as long as it is cast, and sliced flat.

    ``faces``: at both ends, or only where its mould was open.
    """

    piece_mm: Annotated[float, Field(ge=0.1, le=2000)]
    slice_mm: Annotated[float, Field(ge=0, le=100)] = 1.0
    faces: Literal["both", "one"] = "both"

    @model_validator(mode="after")
    def _something_left(self) -> Row:
        if self.flat_mm < 1:
            raise InputError.one(
                "row.sliced_away",
                "slice_mm",
                self.slice_mm,
                f"{'twice that' if self.faces == 'both' else 'that'} leaves nothing of a piece of {self.piece_mm:g} mm",
                "Slice less off.",
            )
        return self

    @property
    def flat_mm(self) -> float:
        """How long a piece is once it is sliced [mm]."""
        return self.piece_mm - (2 if self.faces == "both" else 1) * self.slice_mm


class Painted(Frozen):
    """What is brushed onto a piece before it goes in: of which jar, where, and how much for all of one loaf [g]."""

    of: Annotated[str, Field(min_length=1, max_length=40)]
    where: Name = "All over"
    grams: Annotated[float, Field(gt=0, le=100)] = 0.5


class Poured(Frozen):
    """The colours of a column, or of what is cast in hollows, where there are several, and how they are poured."""

    colours: Annotated[tuple[ColourShare, ...], Field(min_length=2, max_length=8)]
    way: AnyColumnPour = ByTurns()


class Embed(Frozen):
    """A column laid lengthwise: outline, its middle (across from the centre line, up from the floor), turn, extent.

    ``poured``: several colours in it, in place of ``colour`` alone. ``painted``: a jar brushed onto it.

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
    length_mm: Annotated[float, Field(ge=0.1, le=2000)]
    colour: Id
    formula: Id | None = None
    casting: Casting | None = None
    row: Row | None = None
    figure: Figurine | None = None
    poured: Poured | None = None
    painted: Painted | None = None
    seam: Literal["none", "floor", "left", "right", "top"] = "none"
    front: Literal["either", "first poured", "last poured"] = "either"
    lot: LotKey | None = None

    @property
    def shares(self) -> tuple[ColourShare, ...]:
        """Its colours with their shares; all of one where nothing else is said."""
        return self.poured.colours if self.poured else (ColourShare(colour=self.colour, percent=100),)

    @property
    def colours(self) -> tuple[str, ...]:
        """Every colour of the column itself, each once."""
        return tuple(dict.fromkeys(share.colour for share in self.shares))


class Kept(Frozen):
    """Batter kept back from the loaf's pot for another day: it becomes dough, or fills a saver mould.

    ``into``: the colour that it is coloured anew to; ``None``: it stays as it is.
    """

    colour: Id
    volume_ml: Annotated[float, Field(gt=0, le=20000)]
    purpose: Literal["dough", "saver mould"] = "dough"
    into: Id | None = None


class BaseCoat(Frozen):
    """Frosting spread under the piping, so thick [mm]."""

    thick_mm: Annotated[float, Field(gt=0, le=60)] = 3.0
    colours: Shares


class Frosting(Frozen):
    """Batter piped or spread on top: held back from the loaf's pot, or of its own ``formula`` in its own pot.

    ``held_back_ml``: so much for one mould whatever the runs take; ``None``: what they take. ``runs`` in the order they
    are piped. ``bag_mm``, ``bag_ml``: how wide a filled bag is, and what it holds to its
    brim; ``waste_percent``: what stays in bag and tip of what is piped. ``mixed``: when a pot of its own is, so that it
    stands when the loaf is poured, or once the loaf is poured and firms.
    """

    name: Name = "Frosting"
    formula: Id | None = None
    mixed: Literal["first", "once poured"] = "first"
    base: BaseCoat | None = None
    tips: Annotated[tuple[Tip, ...], Field(max_length=20)] = ()
    runs: Annotated[tuple[Run, ...], Field(max_length=40)] = ()
    held_back_ml: Annotated[float, Field(gt=0, le=100_000)] | None = None
    bag_mm: Annotated[float, Field(ge=20, le=200)] = 60.0
    bag_ml: Annotated[float, Field(ge=20, le=3000)] = 350.0
    practice_ml: Annotated[float, Field(ge=0, le=500)] = 10.0
    waste_percent: Annotated[float, Field(ge=0, le=60)] = 10.0

    @model_validator(mode="after")
    def _something_to_put_on(self) -> Frosting:
        if not self.runs and self.base is None:
            raise InputError.one(
                "frosting.empty", "runs", "nothing", "frosting is spread or piped", "Add a run or a base coat."
            )
        return self


def frosting_colours(frosting: Frosting) -> tuple[str, ...]:
    """Every colour of a frosting, each once, the base coat's first."""
    under = [share.colour for share in (frosting.base.colours if frosting.base else ())]
    return tuple(dict.fromkeys([*under, *(colour for run in frosting.runs for colour in run.all_colours)]))


class Crown(Frozen):
    """The top of the last pour as it is shaped: a mound across, a swell along, peaks or swoops on it [mm]."""

    mound_mm: Annotated[float, Field(ge=0, le=80)] = 0.0
    swell_mm: Annotated[float, Field(ge=0, le=60)] = 0.0
    texture: Literal["smooth", "swoops", "peaks"] = "smooth"
    texture_mm: Annotated[float, Field(ge=0, le=30)] = 0.0


class Top(Frozen):
    """What is on top besides frosting: its crown, parts kept clear, pieces strewn, finishes.

    ``order``: in which everything is put on, by the names that :mod:`archtop.core.document.top_order` gives; what is
    not in it comes where it usually does.
    """

    crown: Crown = Crown()
    clear: Annotated[tuple[Clear, ...], Field(max_length=20)] = ()
    scatter: Scatter = Scatter()
    finishes: Annotated[tuple[Finish, ...], Field(max_length=12)] = ()
    order: Annotated[tuple[Annotated[str, Field(max_length=60)], ...], Field(max_length=80)] = ()


class Brings(Frozen):
    """Bottles, jars and additives that travel with a loaf's file, for a studio that does not have them."""

    scents: Annotated[tuple[Scent, ...], Field(max_length=60)] = ()
    colourants: Annotated[tuple[Colourant, ...], Field(max_length=60)] = ()
    additives: Annotated[tuple[Additive, ...], Field(max_length=60)] = ()


class MoreBatter(Frozen):
    """Batter mixed besides what a pot must deliver, so that the scale can weigh it [g]."""

    pot: Annotated[str, Field(min_length=1, max_length=120)]
    grams: Annotated[float, Field(gt=0, le=100_000)]


Cover = Literal["open", "lid", "towel", "heat pad", "fridge"]


class Sizing(Frozen):
    """What is added to bare volumes, how fine the scales read, which oil wets colourants, how warm the room is.

    ``film_mm``: batter that stays on bowls; ``None``: the studio's own, or the usual. ``cover``: how the loaf is
    left to set. ``more``: batter besides, by pot.
    """

    margin_percent: Annotated[float, Field(ge=0, le=50)] = 3.0
    film_mm: Annotated[float, Field(ge=0, le=5)] | None = None
    scale_step_g: Annotated[float, Field(ge=0.01, le=50)] = 1.0
    fine_step_g: Annotated[float, Field(ge=0.001, le=5)] = 0.1
    carrier_fat: str = "sunflower-oleic"
    room_c: Annotated[float, Field(ge=5, le=40)] = 21.0
    cover: Cover = "lid"
    more: Annotated[tuple[MoreBatter, ...], Field(max_length=200)] = ()
