"""Calculators by name, and the command line around them."""

from __future__ import annotations

import io
import json
from pathlib import Path

import pytest

from archtop.cli import main
from archtop.core import InputError, Loaf, calculate, list_calculators
from archtop.core.document import Brings
from tests.core.conftest import DEMO, OLIVE_COCONUT, box_with, rod

MOULD = {"length_mm": 250, "width_mm": 90, "height_mm": 70}
ROD = {"outline": {"kind": "circle", "diameter_mm": 50}, "up_mm": 30, "length_mm": 250}


NAMES = {
    "batter",
    "colour-mix",
    "contrast",
    "cuts",
    "displacement",
    "dough",
    "label",
    "lye",
    "lye-heat",
    "mesh",
    "mould",
    "layer-hold",
    "nest",
    "outline",
    "pots",
    "rest-depth",
    "scent-limit",
    "shreds",
    "size-back",
    "slump-test",
    "spread-test",
    "trace-clock",
    "bags",
    "casting-order",
    "cut-faces",
    "gel",
    "extrusion",
    "heap-height",
    "motif",
    "scatter",
}


def test_the_list_names_every_calculator_with_schemas() -> None:
    listed = {item["name"]: item for item in list_calculators()}
    assert set(listed) == NAMES
    for item in listed.values():
        assert item["summary"].endswith(".")
        assert item["input"]["type"] == item["output"]["type"] == "object"


def test_displacement_both_ways() -> None:
    to_level = calculate("displacement", {"mould": MOULD, "pieces": [ROD], "level_mm": 70}).model_dump()
    assert to_level["batter"]["value"] == pytest.approx(1575 - 490.87, abs=0.01)
    back = calculate("displacement", {"mould": MOULD, "pieces": [ROD], "batter_ml": to_level["batter"]["value"]})
    assert back.model_dump()["level_mm"] == pytest.approx(70, abs=1e-4)


def test_lye_and_batter_and_cuts() -> None:
    lye = calculate("lye", {"formula": OLIVE_COCONUT, "oils_g": 1000}).model_dump()
    assert lye["naoh_g"]["value"] == pytest.approx((700 * 190 + 300 * 257) / 1000 * 0.71289 * 0.95, rel=1e-4)
    assert calculate("batter", {"formula": OLIVE_COCONUT}).model_dump()["superfat_percent"] == 5
    assert calculate("mould", {"mould": MOULD, "level_mm": 35}).model_dump()["to_level"]["value"] == pytest.approx(
        787.5
    )
    cuts = calculate("cuts", {"mould": MOULD, "level_mm": 60, "cuts": {"bar_mm": 25, "kerf_mm": 0}}).model_dump()
    assert [bar["weight"]["value"] for bar in cuts["bars"]] == pytest.approx([135] * 10)


def test_pots_of_a_document() -> None:
    pots = calculate("pots", {"loaf": box_with(rod()), "sizing": {"film_mm": 0, "margin_percent": 0}}).model_dump()
    assert [pot["kind"] for pot in pots["pots"]] == ["column", "loaf"]


def test_heat_scent_label_and_colour() -> None:
    heat = calculate("lye-heat", {"naoh_g": 100, "water_g": 200}).model_dump()
    assert heat["cooling"]["unit"] == "min"
    blend = {"id": "b", "name": "B", "parts": [{"scent": "s", "percent": 100}]}
    bottle = {"key": "s", "name": "S", "max_percent": 3, "vanillin_percent": 5}
    given = {"formula": OLIVE_COCONUT, "blend": blend, "scents": [bottle], "percent_of_oils": 2}
    scent = calculate("scent-limit", given).model_dump()
    assert scent["in_fresh"]["value"] < scent["in_dry_percent"] < 2
    label = calculate("label", {"oils_g": {"olive": 1000}, "naoh_g": 130, "water_g": 260}).model_dump()
    assert label["text"].startswith("Sodium Olivate")
    assert "assessor" in label["caution"]
    mix = calculate("colour-mix", {"formula": OLIVE_COCONUT, "vanillin_percent": 0.2}).model_dump()
    assert mix["cured"]["lab"][0] < mix["wet"]["lab"][0]
    assert calculate("contrast", {"a": "#203040", "b": "#213141"}).model_dump()["words"] == "will merge"


def test_sizing_backwards_by_name() -> None:
    sized = calculate("size-back", {"loaf": box_with(rod()), "target": {"use": "bowl", "amount": 900}}).model_dump()
    assert sized["takes"] == pytest.approx(900, abs=0.1)


@pytest.mark.parametrize(
    ("name", "data", "code"),
    [
        ("alchemy", {}, "calculator.unknown"),
        ("lye", {"formula": OLIVE_COCONUT}, "schema.missing"),
        ("mould", {"mould": MOULD, "level_mm": 71}, "level.over_rim"),
        ("displacement", {"mould": MOULD}, "displacement.choose"),
        ("colour-mix", {"formula": OLIVE_COCONUT, "doses": [{"colourant": "x", "g_per_kg": 1}]}, "colourant.unknown"),
        ("displacement", {"mould": MOULD, "batter_ml": 9000}, "level.overflow"),
    ],
)
def test_bad_input_is_refused(name: str, data: dict, code: str) -> None:
    with pytest.raises(InputError) as error:
        calculate(name, data)
    assert [problem.code for problem in error.value.problems] == [code]


def test_the_command_line_reads_a_file(tmp_path, capsys, lantern_row: Loaf) -> None:
    file = tmp_path / "loaf.json"
    file.write_text(lantern_row.model_copy(update={"brings": Brings()}).model_dump_json(), encoding="utf-8")
    assert main(["plan", str(file), "--cupboard", str(DEMO / "cupboard.json")]) == 0
    assert json.loads(capsys.readouterr().out)["name"] == "Lantern Row"


@pytest.mark.parametrize("file", sorted(Path(str(DEMO)).glob("*.loaf.json")), ids=lambda file: file.stem)
def test_each_loaf_of_the_demo_brings_what_it_names(file: Path, capsys) -> None:
    assert main(["plan", str(file)]) == 0
    assert json.loads(capsys.readouterr().out)["name"] == json.loads(file.read_text(encoding="utf-8"))["name"]


def test_the_command_line_reads_standard_input(monkeypatch, capsys) -> None:
    class Stdin:
        buffer = io.BytesIO(json.dumps({"mould": MOULD, "level_mm": 70}).encode())

    monkeypatch.setattr("sys.stdin", Stdin)
    assert main(["calc", "mould"]) == 0
    assert json.loads(capsys.readouterr().out)["to_rim"]["value"] == pytest.approx(1575)
    assert main(["calc", "--list"]) == 0
    assert json.loads(capsys.readouterr().out)


@pytest.mark.parametrize(
    ("text", "code"),
    [
        ("{", "document.json"),
        ("[]", "document.type"),
        ('{"name": "x"}', "schema.missing"),
        ("[" * 90000, "document.json"),
    ],
)
def test_bad_files_end_with_code_two_and_json(tmp_path, capsys, text: str, code: str) -> None:
    file = tmp_path / "bad.json"
    file.write_text(text, encoding="utf-8")
    assert main(["plan", str(file)]) == 2
    captured = capsys.readouterr()
    assert captured.out == ""
    assert json.loads(captured.err)["problems"][0]["code"] == code


def test_files_that_are_not_there_or_far_too_large(tmp_path, capsys) -> None:
    assert main(["plan", str(tmp_path / "none.json")]) == 2
    assert json.loads(capsys.readouterr().err)["problems"][0]["code"] == "file.unreadable"
    large = tmp_path / "large.json"
    large.write_bytes(b" " * 5_000_000)
    assert main(["plan", str(large)]) == 2
    assert json.loads(capsys.readouterr().err)["problems"][0]["code"] == "document.size"
