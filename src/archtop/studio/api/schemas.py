"""What goes over the wire besides the core's own documents."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Annotated, Any, Literal

from ninja import Schema
from pydantic import Field, WrapValidator

from archtop.core import (
    Additive,
    BackTarget,
    Colourant,
    Fat,
    FatGroup,
    Formula,
    LoafPlan,
    Lot,
    Problem,
    Scent,
    read_loaf,
)
from archtop.core import Loaf as Document
from archtop.core.bench.clock import Note
from archtop.core.chemistry import Role, Stage
from archtop.core.document import STOCK_NAME
from archtop.core.faces import Aim
from archtop.core.geometry.moulds import AnyMould, CupMould
from archtop.studio.actions.bench import Action
from archtop.studio.actions.house import House
from archtop.studio.actions.list_standing import LoafStands
from archtop.studio.actions.shelf import Why
from archtop.studio.actions.solids import Age
from archtop.studio.actions.stills import Still
from archtop.studio.preview import Preview

__all__ = [
    "AlsoIn",
    "BenchLog",
    "BenchPress",
    "BookFormulaOut",
    "CupHoldsIn",
    "CupboardOut",
    "CutSolidIn",
    "CutsIn",
    "Day",
    "FacesIn",
    "FirstPlanned",
    "FragileIn",
    "LoafAway",
    "LoafIn",
    "LoafOut",
    "LoafSummary",
    "LoavesAway",
    "LotIn",
    "MoveIn",
    "NewLoaf",
    "NoteBack",
    "NoteIn",
    "PhotoChange",
    "PhotoForm",
    "PhotoOut",
    "PointIn",
    "PotIn",
    "ReachIn",
    "RehearsalIn",
    "ReplanIn",
    "RevisionOut",
    "SaveLoaf",
    "Saved",
    "SessionOut",
    "SignIn",
    "SizeBackIn",
    "SolidIn",
    "StaleReport",
    "StockCount",
    "VersionOut",
    "WeighedIn",
]

# A day of this craft: days before and after it cannot be reckoned with.
Day = Annotated[dt.date, Field(ge=dt.date(1990, 1, 1), le=dt.date(2199, 12, 31))]


def _read(value: Any, _handler: Any) -> Document:
    return value if isinstance(value, Document) else read_loaf(value)


# Described as a loaf of this version; read as one of any version.
LoafIn = Annotated[Document, WrapValidator(_read)]


class SessionOut(Schema):
    """Who is signed in, whether the tour was taken or declined, and what time it is in the studio.

    ``pass_to``: the loaf whose bench a visitor's pass opens, and nothing else; ``None`` for the owner.
    """

    name: str | None
    demo: bool
    toured: bool
    now: dt.datetime
    house: House
    pass_to: uuid.UUID | None = None


class PassIn(Schema):
    """To the bench of which loaf."""

    loaf: uuid.UUID


class SignIn(Schema):
    """Name and password."""

    name: Annotated[str, Field(max_length=150)]
    password: Annotated[str, Field(max_length=200)]


class NewLoaf(Schema):
    """An empty page with a name; ``us``: in round inches, weighed in ounces."""

    name: Annotated[str, Field(min_length=1, max_length=120)]
    us: bool = False


class LoafSummary(Schema):
    """A line in the list of loaves; ``still``: whether there is a picture of it at a slant."""

    id: uuid.UUID
    name: str
    revision: int
    updated_at: dt.datetime
    preview: Preview
    stands: LoafStands
    still: Still


class LoafAway(Schema):
    """A loaf that is put away."""

    id: uuid.UUID
    name: str


class LoavesAway(Schema):
    """How many are put away, and the latest of them."""

    count: int
    latest: list[LoafAway]


class LoafOut(Schema):
    """A loaf with its plan; ``problems`` say why it no longer holds, if the cupboard has changed under it."""

    id: uuid.UUID
    revision: int
    updated_at: dt.datetime
    document: Document
    plan: LoafPlan
    problems: list[Problem]


class SaveLoaf(Schema):
    """A document and the revision it was made from.

    ``save_id``: sent twice it counts once. ``after``: saves whose answers were lost: whichever of them came last is
    what this one was made from.
    """

    based_on: Annotated[int, Field(ge=1, le=10**9)]
    document: LoafIn
    save_id: uuid.UUID | None = None
    after: Annotated[list[uuid.UUID], Field(max_length=60)] = []


class Saved(Schema):
    """What a save brought."""

    revision: int
    updated_at: dt.datetime
    plan: LoafPlan


class RevisionOut(Schema):
    """A saved document."""

    id: int
    number: int
    based_on: int
    kept_aside: bool
    saved_at: dt.datetime
    document: Document


class StaleReport(Schema):
    """A save that came too late: the newest revision, and the one kept aside."""

    code: Literal["revision.stale"] = "revision.stale"
    message: str
    current: RevisionOut
    kept: RevisionOut


class BenchPress(Schema):
    """One press; ``grams``, ``celsius``: what the scale or the thermometer showed, where one was read."""

    press_id: uuid.UUID
    step: Annotated[str, Field(min_length=1, max_length=120)]
    action: Action
    pressed_at: dt.datetime
    grams: Annotated[float, Field(ge=-1e5, le=1e6)] | None = None
    celsius: Annotated[float, Field(ge=-50, le=300)] | None = None


class BenchLog(Schema):
    """The log and what it comes to."""

    done: list[str]
    entries: list[BenchPress]


class NoteIn(Schema):
    """A reading or an event at a bowl; its minute is reckoned from ``taken_at``."""

    press_id: uuid.UUID
    bowl: Annotated[str, Field(max_length=80)]
    taken_at: dt.datetime
    note: Note


class DocumentIn(Schema):
    """A document as it stands in the browser; ``loaf``: the saved one it is of, which keeps its numbers once begun."""

    document: LoafIn
    loaf: uuid.UUID | None = None


class FacesIn(DocumentIn):
    """How a document's faces are to be drawn; ``px_mm``: how fine, ``seed``: which plausible outcome."""

    px_mm: Annotated[float, Field(ge=0.1, le=3)] = 0.5
    seed: Annotated[int, Field(ge=0, le=2**31)] = 1
    later_min: Annotated[float, Field(ge=-30, le=180)] = 0.0
    back: bool = False
    bars: Annotated[list[int], Field(max_length=400)] | None = None


class AlsoIn(DocumentIn):
    """How fine the other moulds of a document are to be drawn [mm], and which plausible outcome."""

    px_mm: Annotated[float, Field(ge=0.1, le=3)] = 0.4
    seed: Annotated[int, Field(ge=0, le=2**31)] = 1


class PotIn(DocumentIn):
    """Whose pot is to be drawn: a pour by its id."""

    pour: Annotated[str, Field(min_length=1, max_length=60)]


class SolidIn(DocumentIn):
    """Which loaf is wanted in the hand: a plausible outcome by its ``seed``, so much later [min], at an age.

    ``frosting_min``: piped so long after its batter was mixed, instead of when it should be. ``ash``: with the white
    veil that the open air may leave on its top.
    """

    seed: Annotated[int, Field(ge=0, le=2**31)] = 1
    later_min: Annotated[float, Field(ge=-30, le=180)] = 0.0
    age: Age = "cured"
    frosting_min: Annotated[float, Field(ge=0, le=240)] | None = None
    ash: bool = False


class CutSolidIn(SolidIn):
    """Where it is cut through, from the front [mm]."""

    at_mm: Annotated[float, Field(ge=0, le=2000)]


class FragileIn(DocumentIn):
    """How much later than planned it is poured [min]."""

    later_min: Annotated[float, Field(ge=-30, le=180)] = 0.0


class CupHoldsIn(Schema):
    """A cup, and what it is to hold to its rim [ml]."""

    cup: CupMould
    ml: Annotated[float, Field(gt=0, le=10_000)]


class FirstPlanned(Schema):
    """A newcomer's loaf with its plan, and how it looks."""

    document: Document
    plan: LoafPlan
    preview: Preview


class CutsIn(DocumentIn):
    """What a document's cuts are to be shifted for."""

    aim: Aim


class PointIn(DocumentIn):
    """A point of a face [mm], and the outcome it is asked of."""

    seed: Annotated[int, Field(ge=0, le=2**31)] = 1
    later_min: Annotated[float, Field(ge=-30, le=180)] = 0.0
    across: Annotated[float, Field(ge=-2000, le=2000)]
    along: Annotated[float, Field(ge=-2000, le=4000)]
    up: Annotated[float, Field(ge=-2000, le=2000)]


PhotoKind = Literal["cut face", "top", "unmoulded", "one week", "cured"]
Share = Annotated[float, Field(ge=0, le=1)]


class PhotoForm(Schema):
    """What goes along with a photograph: what it shows, and of which bar."""

    kind: PhotoKind = "cut face"
    bar: Annotated[int, Field(ge=1, le=400)] | None = None


class SoapColourForm(Schema):
    """Where the soap is in a photograph (shares of its width and height), and the colour it is held against."""

    across: Share | None = None
    down: Share | None = None
    against: Annotated[str, Field(pattern=r"^#[0-9a-fA-F]{6}$")] | None = None


class PhotoOut(Schema):
    """A photograph; ``mm_per_px``: its scale, once two of its points are known."""

    id: uuid.UUID
    kind: PhotoKind
    bar: int | None
    wide_px: int
    high_px: int
    points: list[tuple[float, float]]
    apart_mm: float | None
    mm_per_px: float | None
    note: str
    taken_at: dt.datetime


class PhotoChange(Schema):
    """Two points of it (shares of its width and height) and how far apart they are, what differed, or away with it."""

    points: Annotated[list[tuple[Share, Share]], Field(max_length=2)] | None = None
    apart_mm: Annotated[float, Field(gt=0, le=1000)] | None = None
    note: Annotated[str, Field(max_length=2000)] | None = None
    removed: bool = False


class RehearsalIn(Schema):
    """A rehearsed day's own log, and what its clock shows; ``seed``: which day it is."""

    seed: Annotated[int, Field(ge=0, le=2**31)]
    now: dt.datetime
    presses: Annotated[list[BenchPress], Field(max_length=2000)]
    notes: Annotated[list[NoteIn], Field(max_length=2000)]


class ReplanIn(Schema):
    """Share [0-1] that is lost of what each bowl still holds; ``done``: steps of a log that is not kept here."""

    lost: Annotated[dict[str, float], Field(max_length=60)] = {}
    done: Annotated[list[str], Field(max_length=2000)] | None = None


class WeighedIn(Schema):
    """So much of a pot's ingredient went in."""

    pot: Annotated[str, Field(max_length=80)]
    key: Annotated[str, Field(max_length=80)]
    role: Role
    grams: Annotated[float, Field(ge=0, le=1e6)]


class NoteBack(Schema):
    """The press that is taken back."""

    press_id: uuid.UUID
    of: uuid.UUID


class OfferedAdditive(Additive):
    """An additive, with the places where it may go: in a whole pot, and in a single bowl."""

    places: list[Stage]
    bowl_places: list[Stage]


class OfferedColourant(Colourant):
    """A jar, with what a spoon of its wetted mix holds [g/ml], and what its oil or water weighs [g/ml]."""

    mixed_g_ml: float | None
    carrier_g_ml: float | None


class CupboardOut(Schema):
    """What a loaf may draw on."""

    fats: list[Fat]
    fat_groups: list[FatGroup]
    additives: list[OfferedAdditive]
    scents: list[Scent]
    colourants: list[OfferedColourant]
    stock: dict[str, float]
    moulds: list[AnyMould]


class StockCount(Schema):
    """Grams of a thing, or that it is not counted."""

    name: Annotated[str, Field(pattern=STOCK_NAME)]
    grams: Annotated[float, Field(ge=0, le=1e6)] | None


class LotIn(Schema):
    """A new lot; ``move_id`` makes it count once."""

    move_id: uuid.UUID
    lot: Lot


class LotKeyOut(Schema):
    """Which lot it is."""

    key: str


class MoveIn(Schema):
    """So much put on the shelf, or taken (negative)."""

    move_id: uuid.UUID
    count: Annotated[int, Field(ge=-100_000, le=100_000)] = 0
    grams: Annotated[float, Field(ge=-1e6, le=1e6)] = 0.0
    why: Why


class SizeBackIn(DocumentIn):
    """What a document is to use up."""

    target: BackTarget


class ReachIn(DocumentIn):
    """The colour of a document to help with."""

    colour: str


class VersionOut(Schema):
    """A formula as written into the book."""

    number: int
    written_at: dt.datetime
    formula: Formula


class BookFormulaOut(Schema):
    """A formula of the book, newest version first."""

    id: int
    name: str
    versions: list[VersionOut]
