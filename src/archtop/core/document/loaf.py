"""The whole document, and how one is read from any version or started from an empty page."""

from __future__ import annotations

from typing import Any, Final

from pydantic import ValidationError, model_validator

from archtop.core.base import G_PER_OZ, InputError, problems_from_validation
from archtop.core.chemistry import FatShare, Formula
from archtop.core.document.consistency import inconsistencies
from archtop.core.document.contents import FORMAT, VERSION, Contents
from archtop.core.document.lifts import LIFTS

__all__ = ["Loaf", "blank_loaf", "read_loaf", "sizing_on"]

# What a lift meets that looks for a part where that version had it, and finds something else there.
_NOT_AS_IT_WAS: Final = (AttributeError, IndexError, KeyError, OverflowError, TypeError, ValueError, ZeroDivisionError)
# No part of any version was ever a list of more; each says besides how many it may be.
_MOST: Final = 1000
# A box in round figures of either kind [mm].
_BOX: Final = {"length_mm": 250.0, "width_mm": 90.0, "height_mm": 70.0}
_US_BOX: Final = {"length_mm": 10 * 25.4, "width_mm": 3.5 * 25.4, "height_mm": 2.75 * 25.4}


class Loaf(Contents):
    """A loaf, complete: see the module. ``pour_on``: the day it is poured; ``ready_on``: by when it is to be cured."""

    @model_validator(mode="after")
    def _refers_to_what_is_there(self) -> Loaf:
        if problems := inconsistencies(self):
            raise InputError(*problems)
        return self


def read_loaf(data: Any) -> Loaf:
    """Read a document of any known version.

    :raises InputError: ``document.type``, ``document.format``, ``document.newer``, ``document.much``, or the schema's
        own problems
    """
    if not isinstance(data, dict):
        raise InputError.one(
            "document.type", "document", type(data).__name__, "must be a JSON object", "Choose a loaf file."
        )
    if data.get("format", FORMAT) != FORMAT:
        raise InputError.one("document.format", "format", data["format"], f'must be "{FORMAT}"', "Choose a loaf file.")
    if crowded := [name for name, value in data.items() if isinstance(value, list) and len(value) > _MOST]:
        count = len(data[crowded[0]])
        raise InputError.one("document.much", crowded[0], count, f"at most {_MOST}", "Remove some.")
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
        try:
            data, version = LIFTS[version](data), version + 1
        except _NOT_AS_IT_WAS as error:
            raise InputError.one(
                "document.unreadable",
                "document",
                f"version {version}",
                "a part of it is not as that version had it",
                "Export it again from where it was made, or choose another file.",
            ) from error
    try:
        return Loaf.model_validate(data)
    except ValidationError as error:
        raise problems_from_validation(error) from error


def sizing_on(us: bool) -> dict[str, float]:
    """Scales of a new loaf: a hundredth and a thousandth of an ounce, or as usual."""
    return {"scale_step_g": G_PER_OZ / 100, "fine_step_g": G_PER_OZ / 1000} if us else {}


def blank_loaf(name: str, us: bool = False) -> Loaf:
    """The empty page: a plain loaf in one colour that can already be weighed out and cut.

    :param us: in round inches, on scales that show ounces
    """
    return read_loaf(
        {
            "name": name,
            "mould": {"name": "Loaf box", **(_US_BOX if us else _BOX)},
            "sizing": sizing_on(us),
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
