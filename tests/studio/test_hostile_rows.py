"""Rows of a studio's file that this application would never have written: refused by table, row and reason."""

from __future__ import annotations

import io
import json
import re
import sys
import zipfile
from typing import Any

import pytest
from django.contrib.auth.models import User

from archtop.core import InputError
from archtop.studio.carrying import bring_in, take_out
from archtop.studio.models import CupboardItem, Loaf, Stock
from tests.studio.conftest import Studio
from tests.studio.test_carrying import lived  # noqa: F401  # A fixture.

pytestmark = pytest.mark.django_db

SCENT = {"kind": "scent", "key": "odd", "data": {"key": "odd", "name": "Odd"}}
NEW = "00000000-0000-4000-8000-00000000000"
# A table, what is changed in its first row (or all of a new one), and a word of the reason.
ROWS: list[tuple[str, dict[str, Any], str]] = [
    ("moulds", {"name": "Odd", "data": {}}, "data|length"),
    ("moulds", {"name": "Odd", "data": {"name": "Odd", "length_mm": -5, "width_mm": 80, "height_mm": 70}}, "length"),
    ("moulds", {"name": "x" * 300}, "name|at most"),
    ("fats", {"key": "odd", "name": "Odd", "inci": "Odd", "sv": -4, "iv": 3, "source": ""}, "density|sv"),
    ("cupboard", {"kind": "scent", "key": "odd", "data": {}}, "key"),
    ("cupboard", {"kind": "scent", "key": "odd", "data": None}, "data: is missing"),
    ("cupboard", {**SCENT, "kind": "engine"}, "choice"),
    ("cupboard", {**SCENT, "key": "../../odd"}, "slug|valid"),
    ("cupboard", {**SCENT, "key": "other"}, "."),
    ("stock", {"name": "fat:olive oil!", "grams": 5}, "name"),
    ("stock", {"name": "fat:coconut", "grams": 1e300}, "grams"),
    ("stock", {"name": "fat:coconut", "grams": "heavy"}, "grams|float"),
    ("stock", {"name": "fat:coconut", "grams": None}, "grams: is missing"),
    ("prices", {"name": "fat:coconut", "per_kg": -1}, "per kg"),
    ("settings", {"key": "k" * 90, "value": 1}, "at most"),
    ("settings", {"key": "currency", "value": {"a": []}}, "plain"),
    ("settings", {"key": "currency", "value": "a" * 200}, "letters"),
    ("settings", {"key": "house", "value": {"decimal": "dot"}}, "decimal"),
    ("settings", {"key": "house", "value": {"room_c": 900}}, "room"),
    ("settings", {"key": "house", "value": "comma"}, "."),
    ("formula_versions", {"number": 7, "data": {"id": "x"}}, "name|fats"),
    ("formula_versions", {"number": -1}, "number|greater"),
    ("loaves", {"id": NEW + "1", "document": []}, "object|document"),
    ("loaves", {"id": NEW + "1", "document": {"name": "Odd"}}, "mould|formulas"),
    ("loaves", {"id": NEW + "1", "name": "Another than its document"}, "name"),
    ("loaves", {"id": NEW + "1", "revision": -3}, "revision|greater"),
    ("loaves", {"id": NEW + "1", "updated_at": "0001-01-01T00:00:00+00:00"}, "years"),
    ("loaves", {"id": NEW + "1", "updated_at": "9999-12-31T23:00:00+00:00"}, "years"),
    ("loaves", {"id": NEW + "1", "rates_then": [{"key": "film"}]}, "name|value"),
    ("loaves", {"id": "nobody"}, "UUID|valid"),
    ("revisions", {"number": 90, "kept_aside": True, "document": {}}, "name|mould"),
    ("bench", {"press_id": NEW + "2", "action": "eaten"}, "choice"),
    ("bench", {"press_id": NEW + "2", "step": "s" * 400}, "at most"),
    ("bench", {"press_id": NEW + "2", "grams": 1e200}, "grams"),
    ("bench", {"press_id": NEW + "2", "pressed_at": "2026-11-25T10:00:00"}, "zone"),
    ("bench", {"press_id": NEW + "2", "loaf": NEW + "9"}, "loaf|match"),
    ("outcomes", {"entry_id": NEW + "3", "data": {}}, "stage|on"),
    ("outcomes", {"entry_id": NEW + "3", "stage": "cured"}, "stage"),
    ("photos", {"id": NEW + "4", "points": [[0, 0], [7, 7]]}, "points"),
    ("photos", {"id": NEW + "4", "points": "all over"}, "list|points"),
    ("photos", {"id": NEW + "4", "wide_px": 10**7}, "size"),
    ("photos", {"id": NEW + "4", "apart_mm": -1}, "apart"),
    ("lots", {"key": "odd", "data": {"key": "odd"}}, "name|kind"),
    ("moves", {"move_id": NEW + "5", "grams": 1e200}, "grams"),
    ("moves", {"move_id": NEW + "5", "lot": "nowhere"}, "lot|match"),
    ("seasons", {"hours": {"zone": "Nowhere/Town"}}, "."),
    ("seasons", {"moulds": {"loaf Long": "many"}}, "integer|whole|number"),
    ("seasons", {"plan": {"jobs": 4}}, "."),
    ("orders", {"name": "Odd", "kind": "mutiny"}, "choice"),
    ("orders", {"name": "Odd", "heads": -4}, "heads|greater"),
    ("orders", {"name": "Odd \ud800"}, "letter"),
]


def told(owner: User) -> dict[str, Any]:
    out = io.BytesIO()
    take_out(owner, out)
    with zipfile.ZipFile(out) as zipped:
        return {name: zipped.read(name) for name in zipped.namelist()}


def packed(parts: dict[str, bytes], document: str) -> io.BytesIO:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as zipped:
        for name, data in {**parts, "studio.json": document.encode("utf-8", "surrogatepass")}.items():
            zipped.writestr(name, data)
    out.seek(0)
    return out


def test_no_row_comes_in_that_could_not_be_shown(studio: Studio, owner: User, lived: Loaf) -> None:  # noqa: F811
    parts = told(owner)
    whole = json.loads(parts["studio.json"])
    wrong: list[str] = []
    for table, change, why in ROWS:
        rows = whole["tables"].get(table, [])
        first = rows[0] if rows else {}
        odd = [*rows, {**first, **change}] if table != "seasons" else [{**first, **change}]
        document = {**whole, "tables": {**whole["tables"], table: odd}}
        try:
            bring_in(owner, packed(parts, json.dumps(document)))
        except InputError as error:
            (problem,) = error.problems
            said = f"{problem.value}: {problem.limit}"
            fair = problem.code == "import.row" and said.startswith(f"{table.replace('_', ' ')}, row")
            # No class of the program and no part of its code.
            plain = not re.search(r"Error|pydantic|validation error|archtop|<class", said)
            if not (fair and plain and re.search(why, problem.limit)):
                wrong.append(f"{table} {change}: {said}")
        else:
            wrong.append(f"{table} {change}: came in")
    assert not wrong, "\n".join(wrong)
    assert json.loads(told(owner)["studio.json"])["tables"] == whole["tables"]
    assert CupboardItem.objects.filter(key="odd").count() == 0
    assert studio.get("/loaves").status_code == studio.get("/cupboard").status_code == 200


@pytest.mark.parametrize("value", ["NaN", "Infinity", "-Infinity"])
def test_what_is_no_number_is_no_whole_file(owner: User, lived: Loaf, value: str) -> None:  # noqa: F811
    parts = told(owner)
    document = parts["studio.json"].decode().replace('"grams": 900.0', f'"grams": {value}', 1)
    assert value in document
    with pytest.raises(InputError) as refused:
        bring_in(owner, packed(parts, document))
    assert refused.value.problems[0].code == "import.unreadable"
    assert Stock.objects.get(name="fat:olive").grams == 900


@pytest.mark.parametrize("rows", [None, 4, "rows", {"a": 1}, [None], [[]], ["row"]])
def test_what_is_no_table_is_refused(owner: User, lived: Loaf, rows: Any) -> None:  # noqa: F811
    parts = told(owner)
    whole = json.loads(parts["studio.json"])
    whole["tables"]["stock"] = rows
    with pytest.raises(InputError) as refused:
        bring_in(owner, packed(parts, json.dumps(whole)))
    assert refused.value.problems[0].code == "import.row"


def test_a_picture_of_another_version_is_made_anew(studio: Studio, owner: User, lived: Loaf) -> None:  # noqa: F811
    parts = told(owner)
    whole = json.loads(parts["studio.json"])
    whole["tables"] = {"loaves": [{**whole["tables"]["loaves"][0], "preview": {"shape": "of long ago"}}]}
    Loaf.objects.all().delete()
    bring_in(owner, packed(parts, json.dumps(whole)))
    (loaf,) = studio.get("/loaves").json()
    assert loaf["preview"]["bars"] == 9


def test_a_document_that_swells_ends_with_the_process_that_reads_it(
    studio: Studio,
    owner: User,
    lived: Loaf,  # noqa: F811
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    """Four million numbers are 16 MB of text, 16 kB of file, and 130 MB of memory: more than it has here."""
    monkeypatch.setattr(sys.modules[bring_in.__module__], "_MOST_MB", 60)
    text = '{"format": "archtop.studio", "version": 2, "tables": {"stock": [' + "1.5," * 4_000_000 + "1]}}"
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as zipped:
        zipped.writestr("studio.json", text)
    assert out.tell() < 20_000
    with pytest.raises(InputError) as refused:
        bring_in(owner, out)
    assert refused.value.problems[0].code == "file.too_much"
    assert studio.get("/loaves").status_code == 200


def test_a_photograph_of_zeros_is_refused_before_it_is_unpacked(owner: User, lived: Loaf) -> None:  # noqa: F811
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as zipped:
        zipped.writestr("studio.json", "{}")
        zipped.writestr("photos/zeros.jpg", bytes(26_000_000))
    with pytest.raises(InputError) as refused:
        bring_in(owner, out)
    (problem,) = refused.value.problems
    assert problem.code == "import.names"
    assert "25 MB" in problem.limit
