"""A first loaf from a few answers: mould, colours and how they go in, a column inside, something piped on top."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.document import Loaf, blank_loaf, read_loaf
from archtop.core.geometry import LoafMould

__all__ = ["FirstLoaf", "first_loaf"]

# How full, and how much of the inside's width a motif takes.
_FULL, _MOTIF_SHARE = 0.86, 0.3
Srgb = Annotated[str, Field(pattern=r"^#[0-9a-fA-F]{6}$")]


class FirstColour(Frozen):
    """A colour by its name and look."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    srgb: Srgb


class FirstLoaf(Frozen):
    """The answers. ``column_mm``: how thick the round column inside is; 0: none; ``us``: weighed in ounces."""

    name: Annotated[str, Field(min_length=1, max_length=120)]
    mould: LoafMould
    colours: Annotated[tuple[FirstColour, ...], Field(min_length=1, max_length=4)]
    how: Literal["layers", "drops", "pot swirl"] = "layers"
    column_mm: Annotated[float, Field(ge=0, le=200)] = 0.0
    column: FirstColour | None = None
    piped: bool = False
    us: bool = False


def first_loaf(given: FirstLoaf) -> Loaf:
    """The document that the answers come to; its plan is its own.

    :raises InputError: the document's own problems
    """
    blank = blank_loaf(given.name, us=given.us).model_dump(mode="json")
    level = round(given.mould.height_mm * _FULL, 1)
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
                "casting": {"mould_length_mm": given.mould.length_mm + 10},
            }
        )
    frosting = None
    if given.piped:
        size = round(given.mould.width_mm * _MOTIF_SHARE)
        motif = {"kind": "kiss", "size_mm": size}
        run = {"id": "row", "name": "Row", "motif": motif, "tip": "star", "colours": ["colour-1"], "rows": 2}
        tip = {"id": "star", "name": "Open star", "kind": "open star", "opening_mm": 12}
        frosting = {"tips": [tip], "runs": [run]}
    return read_loaf(
        {
            **blank,
            "mould": given.mould.model_dump(mode="json"),
            "colours": colours,
            "embeds": embeds,
            "frosting": frosting,
            "work": _work(given, level, bool(embeds)),
        }
    )


def _work(given: FirstLoaf, level: float, column: bool) -> list[dict[str, Any]]:
    """Layers share the height; a column is laid onto the lowest of what is poured."""
    keys = [f"colour-{i + 1}" for i in range(len(given.colours))]
    if given.how == "layers":
        heights = [level * (i + 1) / len(keys) for i in range(len(keys))]
        pours = [_pour(f"pour-{i + 1}", given.colours[i].name, heights[i], [key]) for i, key in enumerate(keys)]
        if len(pours) == 1 and column:
            pours = [_pour("pour-0", "Under it", level * 0.4, keys), *pours]
    else:
        under = _pour("pour-1", given.colours[0].name, level * 0.4, keys[:1])
        pours = [under, _pour("pour-2", "Together", level, keys, how=given.how)]
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
        "fall_mm": 60.0 if how != "layer" else 5.0,
    }
