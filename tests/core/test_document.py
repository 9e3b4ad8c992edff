"""The document: what it takes, and every way it refuses."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from archtop.core import InputError, Loaf, blank_loaf, plan, read_loaf, standard_cupboard
from archtop.core.document import colours_used
from tests.core.conftest import OLIVE_COCONUT, box, box_with, rod

DOCS = Path(__file__).parents[2] / "docs"


def refused(document: Any) -> dict[str, str]:
    """Codes and whole sentences of what is refused, in reading or in planning."""
    with pytest.raises(InputError) as error:
        plan(read_loaf(document), standard_cupboard())
    return {problem.code: problem.message for problem in error.value.problems}


def test_a_document_comes_back_as_it_went_out(lantern_row: Loaf) -> None:
    assert read_loaf(json.loads(lantern_row.model_dump_json())) == lantern_row
    assert read_loaf(json.loads(blank_loaf("New").model_dump_json())) == blank_loaf("New")


def test_the_empty_page_can_be_made() -> None:
    result = plan(blank_loaf("New"), standard_cupboard())
    assert result.remarks == ()
    assert result.cuts.bars


def test_a_newer_document_is_refused_by_name() -> None:
    codes = refused({**box(), "version": 99})
    assert codes == {
        "document.newer": "version = 99: this application reads versions up to 13. Update Arch Top, or export the "
        "loaf from the newer one in an older version."
    }


@pytest.mark.parametrize("document", [None, [], "loaf", 3])
def test_what_is_no_document_is_refused(document: Any) -> None:
    assert "document.type" in refused(document)


def mould(length: object) -> dict[str, Any]:
    """A change: the mould's length."""
    return {"mould": {"length_mm": length, "width_mm": 90, "height_mm": 70}}


def pours(*levels: float, percent: float = 100) -> dict[str, Any]:
    """A change: pours to these levels, in one colour of that share."""
    shares = [{"colour": "white", "percent": percent}]
    return {"work": [{"do": "pour", "id": f"to-{z}", "name": "P", "to_mm": z, "colours": shares} for z in levels]}


BAD = {
    "format": ({"format": "something"}, "document.format", 'must be "archtop.loaf"'),
    "negative size": (mould(-1), "schema.greater_than_equal", "30"),
    "absurd size": (mould(1e9), "schema.less_than_equal", "2000"),
    "not a number": (mould(float("nan")), "schema.finite_number", "nan"),
    "wrong type": (mould("long"), "schema.float_parsing", "long"),
    "unknown field": ({"mouldz": 3}, "schema.extra_forbidden", "nothing of that name"),
    "no work": ({"work": []}, "pour.none", "Add a pour"),
    "sum of shares": (
        pours(60, percent=60),
        "shares.sum",
        "Add 40 %",
    ),
    "zero oils": ({"formulas": [{**OLIVE_COCONUT, "fats": []}]}, "schema.too_short", "at least 1"),
    "unknown formula": ({"formula": "none"}, "id.unknown", "must be one of this loaf's formulas"),
    "twice": ({"colours": [{"id": "white", "name": "W", "srgb": "#ffffff"}] * 2}, "id.twice", "only once"),
    "over the rim": (pours(80), "pour.over_rim", "70 mm"),
    "below the level": (
        pours(40, 30),
        "pour.below_level",
        "already stands at 40.0 mm",
    ),
    "bar too thick": ({"cuts": {"bar_mm": 400}}, "cuts.none", "no whole bar"),
}


@pytest.mark.parametrize(("changes", "code", "says"), BAD.values(), ids=BAD.keys())
def test_bad_documents_are_refused(changes: dict[str, Any], code: str, says: str) -> None:
    codes = refused(box(**changes))
    assert code in codes
    assert says in codes[code]


MISPLACED = {
    "larger than the mould": (rod(diameter=120, up_mm=60), "embed.too_large", "the mould is 90 mm wide"),
    "through the wall": (rod(across_mm=30), "embed.through_wall", "stands 10.0 mm through the wall"),
    "through the floor": (rod(up_mm=10), "embed.through_floor", "stands 15.0 mm through the floor"),
    "too long": (rod(length_mm=300, casting=None), "embed.too_long", "the mould is 250 mm long"),
    "through an end": (rod(from_mm=20), "embed.through_end", "stands 20.0 mm through an end wall"),
    "mould too short": (rod(casting={"mould_length_mm": 200}), "casting.too_short", "needs 255 mm with its trim"),
}


@pytest.mark.parametrize(("embed", "code", "says"), MISPLACED.values(), ids=MISPLACED.keys())
def test_misplaced_embeds_are_refused(embed: dict[str, Any], code: str, says: str) -> None:
    codes = refused(box_with(embed))
    assert code in codes
    assert says in codes[code]


def test_every_clash_is_named_at_once() -> None:
    document = box_with(rod("a", 40, across_mm=-10), rod("b", 40, across_mm=10), rod("c", 40, across_mm=40, up_mm=10))
    with pytest.raises(InputError) as error:
        plan(read_loaf(document), standard_cupboard())
    fields = {(problem.code, problem.field) for problem in error.value.problems}
    assert ("embed.overlap", "embeds.1") in fields
    assert ("embed.through_wall", "embeds.2.across_mm") in fields
    assert ("embed.through_floor", "embeds.2.up_mm") in fields


def test_an_embed_must_be_laid_once() -> None:
    document = box_with(rod())
    document["work"] = [step for step in document["work"] if step["do"] == "pour"]
    assert "laid 0 times" in refused(document)["embed.laid"]


def test_the_published_schema_takes_the_demo(lantern_row: Loaf) -> None:
    """The JSON Schema in docs is the one the reader uses: same fields, same version."""
    schema = json.loads((DOCS / "loaf.schema.json").read_text(encoding="utf-8"))
    assert set(schema["properties"]) == set(lantern_row.model_dump())
    assert schema["properties"]["version"]["const"] == lantern_row.version


def test_colours_in_use_are_told_wherever_a_share_an_embed_a_piece_or_a_line_names_them() -> None:
    colours = [{"id": key, "name": key.title(), "srgb": "#888888"} for key in ("white", "red", "gold", "grey", "idle")]
    dough = {"kind": "dough", "parts": [{"shape": "ball", "across": 9, "colour": "gold"}]}
    loaf = read_loaf(
        box(
            colours=colours,
            embeds=[rod(colour="red")],
            pieces=[{"id": "p", "name": "P", "count": 2, "colour": "white", "make": dough}],
            work=[
                {
                    "do": "pour",
                    "id": "a",
                    "name": "A",
                    "to_mm": 30,
                    "colours": [{"colour": "white", "percent": 100}],
                },
                {"do": "dust", "id": "d", "colour": "grey"},
                {"do": "lay", "embed": "rod"},
                {
                    "do": "pour",
                    "id": "b",
                    "name": "B",
                    "to_mm": 65,
                    "colours": [{"colour": "white", "percent": 100}],
                },
            ],
        )
    )
    assert colours_used(loaf) == {"white", "red", "gold", "grey"}
    planned = plan(loaf, standard_cupboard()).colours
    assert {colour.id: colour.used for colour in planned} == {colour.id: colour.id != "idle" for colour in loaf.colours}


@pytest.mark.parametrize("version", [1, 2, 3])
@pytest.mark.parametrize(
    "frosting",
    [
        {"rows": 10**7, "colours": [{"colour": "white", "percent": 100}]},
        {"rows": "many", "colours": [{"colour": "white", "percent": 100}]},
        {"rows": 0, "colours": [{"colour": "white", "percent": 100}]},
        {"rows": float("nan"), "colours": [{"colour": "white", "percent": 100}]},
        {"colours": 5},
        {"colours": [{"colour": 1}]},
        {"volume_ml": None, "colours": [{"colour": "white", "percent": 100}]},
    ],
)
def test_an_old_document_with_parts_that_were_never_so_is_refused_at_once(version: int, frosting: Any) -> None:
    with pytest.raises(InputError) as refused:
        read_loaf({**box(), "version": version, "frosting": frosting})
    assert refused.value.problems[0].remedy
