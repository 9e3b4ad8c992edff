"""The whole document, and how one is read from any version or started from an empty page."""

from __future__ import annotations

from typing import Any

from pydantic import ValidationError, model_validator

from archtop.core.base import InputError, problems_from_validation
from archtop.core.chemistry import FatShare, Formula
from archtop.core.document.consistency import inconsistencies
from archtop.core.document.contents import FORMAT, VERSION, Contents
from archtop.core.document.lifts import LIFTS

__all__ = ["Loaf", "blank_loaf", "read_loaf"]


class Loaf(Contents):
    """A loaf, complete: see the module. ``pour_on``: the day it is poured; ``ready_on``: by when it is to be cured."""

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
            "document.newer",
            "version",
            version,
            f"this application reads versions up to {VERSION}",
            "Update Arch Top, or export the loaf from the newer one in an older version.",
        )
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
                    "do": "pour",
                    "id": "pour-1",
                    "name": "Whole loaf",
                    "to_mm": 60,
                    "colours": [{"colour": "plain", "percent": 100}],
                }
            ],
        }
    )
