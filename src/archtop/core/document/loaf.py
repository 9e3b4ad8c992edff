"""The whole document, and how one is read from any version or started from an empty page."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any, Final, Literal

from pydantic import Field, ValidationError, model_validator

from archtop.core.chemistry import FatShare, Formula, ScentBlend
from archtop.core.document.consistency import inconsistencies
from archtop.core.document.lifts import LIFTS
from archtop.core.document.parts import (
    Brings,
    Colour,
    Cuts,
    Embed,
    Frosting,
    Id,
    Kept,
    Name,
    Pieces,
    Sizing,
    Top,
    Work,
)
from archtop.core.errors import InputError, problems_from_validation
from archtop.core.figure import Frozen
from archtop.core.geometry import LoafMould

__all__ = ["FORMAT", "VERSION", "Loaf", "blank_loaf", "read_loaf"]

FORMAT: Final = "archtop.loaf"
VERSION: Final = 5


class Loaf(Frozen):
    """A loaf, complete: see the module. ``pour_on``: the day it is poured; ``ready_on``: by when it is to be cured."""

    format: Literal["archtop.loaf"] = FORMAT
    version: Literal[5] = VERSION
    name: Name
    story: Annotated[str, Field(max_length=4000)] = ""
    pour_on: dt.date | None = None
    ready_on: dt.date | None = None
    mould: LoafMould
    formulas: Annotated[tuple[Formula, ...], Field(min_length=1, max_length=20)]
    formula: Id
    colours: Annotated[tuple[Colour, ...], Field(min_length=1, max_length=60)]
    blends: Annotated[tuple[ScentBlend, ...], Field(max_length=20)] = ()
    embeds: Annotated[tuple[Embed, ...], Field(max_length=200)] = ()
    work: Annotated[tuple[Annotated[Work, Field(discriminator="do")], ...], Field(max_length=500)] = ()
    keeps: Annotated[tuple[Kept, ...], Field(max_length=20)] = ()
    frosting: Frosting | None = None
    top: Top = Top()
    pieces: Annotated[tuple[Pieces, ...], Field(max_length=60)] = ()
    cuts: Cuts = Cuts()
    sizing: Sizing = Sizing()
    brings: Brings = Brings()

    @model_validator(mode="after")
    def _refers_to_what_is_there(self) -> Loaf:
        if problems := inconsistencies(self):
            raise InputError(*problems)
        return self


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
    while isinstance(version, int) and version in LIFTS:
        data, version = LIFTS[version](data), version + 1
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
