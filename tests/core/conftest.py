"""Small documents the core's tests start from. Invented data stays in the demo: these are bare boxes and rods."""

from __future__ import annotations

import copy
import json
import math
from importlib.resources import files
from typing import Any

import pytest

from archtop.core import Cupboard, Loaf, read_cupboard, read_loaf

OLIVE_COCONUT = {
    "id": "plain",
    "name": "Plain",
    "fats": [{"fat": "olive", "percent": 70}, {"fat": "coconut", "percent": 30}],
    "lye_discount_percent": 5,
    "water": {"by": "concentration", "value": 33},
}


def box(**changes: Any) -> dict[str, Any]:
    """A 250 x 90 x 70 mm box filled to 60 mm in one colour, as a document."""
    document: dict[str, Any] = {
        "name": "Box",
        "mould": {"length_mm": 250, "width_mm": 90, "height_mm": 70},
        "formulas": [OLIVE_COCONUT],
        "formula": "plain",
        "colours": [{"id": "white", "name": "White", "srgb": "#ffffff"}],
        "work": [
            {"do": "pour", "id": "all", "name": "All", "to_mm": 60, "colours": [{"colour": "white", "percent": 100}]}
        ],
    }
    return copy.deepcopy({**document, **changes})


def poured_as(how: str = "layer", **more: Any) -> dict[str, Any]:
    """Fields of a pour: its technique with what belongs to it, and the rest as it is."""
    own = {key: more.pop(key) for key in ("passes", "turns", "from_side") if key in more}
    return {"technique": {"kind": how, **own}, **more}


def shredded(grams: float, grated: str = "shreds", **more: Any) -> dict[str, Any]:
    """The field of a pour that so many grams of shreds are stirred into."""
    return {"shreds": [{"id": "shreds", "grams": grams, "grated": grated, **more}]}


def rod(key: str = "rod", diameter: float = 50, **changes: Any) -> dict[str, Any]:
    """A round column end to end in that box, 5 mm off the floor."""
    return {
        "id": key,
        "name": key.title(),
        "outline": {"kind": "circle", "diameter_mm": diameter},
        "up_mm": 5 + diameter / 2,
        "length_mm": 250,
        "colour": "white",
        "casting": {"mould_length_mm": 260, "trim_mm": 0},
        **changes,
    }


def box_with(*embeds: dict[str, Any], to_mm: float = 70, **changes: Any) -> dict[str, Any]:
    """The box with embeds laid on a first pour of 20 mm, filled to ``to_mm``."""
    shares = [{"colour": "white", "percent": 100}]
    return box(
        embeds=list(embeds),
        work=[
            {"do": "pour", "id": "first", "name": "First", "to_mm": 20, "colours": shares},
            *({"do": "lay", "embed": embed["id"]} for embed in embeds),
            {"do": "pour", "id": "rest", "name": "Rest", "to_mm": to_mm, "colours": shares},
        ],
        **changes,
    )


def frosted(volume_ml: float = 200, colour: str = "white", **more: Any) -> dict[str, Any]:
    """Ten scallops on the box, in two rows, that together take just that volume; nothing for practice or waste."""
    high = volume_ml / 10 * 1000 / (math.pi / 6 * 45**2)
    return {
        "tips": [{"id": "round", "name": "Round", "kind": "plain", "opening_mm": 10}],
        "runs": [
            {
                "id": "eave",
                "name": "Eave",
                "tip": "round",
                "colours": [colour],
                "rows": 2,
                "motif": {"kind": "scallop", "size_mm": 45, "height_mm": high},
            }
        ],
        "practice_ml": 0,
        "waste_percent": 0,
        **more,
    }


DEMO = files("archtop.studio") / "demo"


@pytest.fixture(scope="session")
def lantern_row() -> Loaf:
    """The demo loaf."""
    return read_loaf(json.loads((DEMO / "lantern-row.loaf.json").read_text(encoding="utf-8")))


@pytest.fixture(scope="session")
def demo_cupboard() -> Cupboard:
    """The demo's scents, colourants and stock."""
    return read_cupboard(json.loads((DEMO / "cupboard.json").read_text(encoding="utf-8")))
