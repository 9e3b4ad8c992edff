"""What lies on a solid loaf, what it is of, and where it stands: grains, shade, mica, clear base, ash, its mould."""

from __future__ import annotations

import json
import struct
from typing import Any

import numpy as np
import pytest

from archtop.core import ResolvedLoaf, plan_of, read_cupboard, read_loaf, resolve
from archtop.core.bench.clock import bowls_of
from archtop.core.faces import field_of
from archtop.core.geometry import Mesh, lofted
from archtop.core.solids import (
    LoafSolids,
    Look,
    Pictures,
    as_glb,
    hollow_of,
    loaf_solids,
    look_of,
    pictures_of,
    walls_of,
)
from archtop.core.solids.relief import relief_of
from tests.core.conftest import DEMO
from tests.core.test_solids import closed

SQUARE = np.array([[-1, -1], [1, -1], [1, 1], [-1, 1]], dtype=float)


class TestTop:
    """What is strewn on it, and how much light its places get."""

    def test_a_plain_top_lies_open_and_what_lies_low_between_others_does_not(self) -> None:
        flat = lofted(np.stack([20 * np.column_stack([*SQUARE.T, np.full(4, z)]) for z in (0, 0.05)]))
        flat = Mesh(flat.points * [1, 1, 40], flat.triangles)
        open_top = relief_of([flat], 40.0)
        middle = np.array([[0.0, 0.0, flat.points[:, 2].max()]])
        assert open_top.open_sky(middle) == pytest.approx(1.0, abs=0.02)
        walls = [Mesh(flat.points * [0.3, 1, 6] + [x, 0, 0], flat.triangles) for x in (-9, 9)]
        between = relief_of([flat, *walls], 40.0).open_sky(middle)
        assert 0.3 < between[0] < 0.85
        on_a_wall = np.array([[9.0, 0.0, walls[0].points[:, 2].max()]])
        assert relief_of([flat, *walls], 40.0).open_sky(on_a_wall) == pytest.approx(1.0, abs=0.02)

    def test_grains_weigh_what_was_strewn_while_they_can_be_told_apart(self) -> None:
        of, solids = finished("ferry-lights", {"kind": "salt", "name": "Salt", "amount": 3})
        salt = [thing for bar in solids.bars for thing in bar.things if thing.name == "Salt"]
        g_ml = 2.165  # of sodium chloride (CRC Handbook of Chemistry and Physics)
        grams = sum(thing.mesh.volume_mm3 for thing in salt) / 1000 * g_ml
        assert grams == pytest.approx(3, rel=0.2)
        for thing in salt:
            assert closed(thing.mesh).is_watertight
        level = solids.level_mm
        assert min(thing.mesh.points[:, 2].min() for thing in salt) > level - 3
        assert look_of(of, {}).colours["finish.it"] == (0xF1, 0xEE, 0xE8)

    def test_more_than_can_be_told_apart_is_drawn_as_some_of_it(self) -> None:
        little, much = (
            finished("ferry-lights", {"kind": "glitter", "name": "Glitter", "amount": g})[1] for g in (2, 40)
        )
        many = [
            sum(len(thing.mesh.triangles) for bar in solids.bars for thing in bar.things if thing.name == "Glitter")
            for solids in (little, much)
        ]
        # Which of them a wire meets is chance.
        assert many[0] == pytest.approx(many[1], rel=0.1)

    def test_a_drizzle_is_a_thread_of_its_volume_in_its_jars_colour(self) -> None:
        of_jar = {"shelf": "colourant", "key": "jar-orange"}
        drizzle = {"kind": "drizzle", "name": "Drizzle", "amount": 4, "of": of_jar}
        of, solids = finished("lantern-row", drizzle)
        volume = sum(thing.mesh.volume_mm3 for bar in solids.bars for thing in bar.things if thing.name == "Drizzle")
        assert volume == pytest.approx(4000, rel=0.12)
        wanted = of.cupboard.colourants["jar-orange"].bar.srgb
        red, green, blue = look_of(of, {}).colours["finish.it"]
        assert f"#{red:02x}{green:02x}{blue:02x}" == wanted.lower()

    def test_what_leaves_nothing_is_not_drawn(self) -> None:
        _, solids = finished("lantern-row", {"kind": "spritz", "name": "Spritz", "amount": 6})
        assert "Spritz" not in {thing.name for bar in solids.bars for thing in bar.things}


def finished(name: str, finish: dict[str, Any]) -> tuple[ResolvedLoaf, LoafSolids]:
    """A demo loaf with one finish and no other."""
    cupboard = read_cupboard(json.loads((DEMO / "cupboard.json").read_text(encoding="utf-8")))
    document = json.loads((DEMO / f"{name}.loaf.json").read_text(encoding="utf-8"))
    document["top"] = {**document.get("top", {}), "finishes": [{"id": "it", **finish}], "order": []}
    of = resolve(read_loaf(document), cupboard)
    return of, loaf_solids(of, plan_of(of))


class TestStuff:
    def test_mica_shimmers_where_it_is_and_clear_base_is_seen_into(self) -> None:
        of, solids, look, pictures = drawn("tin-roof-rain")
        assert look.shimmer == frozenset()
        told = gltf(as_glb(solids, pictures))
        clear = [item for item in told["materials"] if item.get("alphaMode") == "BLEND"]
        assert len(clear) == 1
        assert 0.3 < clear[0]["pbrMetallicRoughness"]["baseColorFactor"][3] < 0.9
        of, solids, look, pictures = drawn("lantern-row")
        # Its jar's label begins with mica; saffron has a little of it and more of another.
        assert look.shimmer == {"vermilion"}
        told = gltf(as_glb(solids, pictures))
        satin = [item for item in told["materials"] if "metallicRoughnessTexture" in item["pbrMetallicRoughness"]]
        assert 0 < len(satin) < len(told["materials"])
        assert of.loaf.name == "Lantern Row"

    def test_ash_whitens_what_lies_in_the_air_and_no_cut(self) -> None:
        _, _, _, plain = drawn("lantern-row")
        _, _, _, ashen = drawn("lantern-row", ash=True)
        low, high = (round(end * plain.skin.pixels.shape[1]) for end in plain.skin.bands["top"])
        tops = [pictures.skin.pixels[:, low:high].astype(float).mean() for pictures in (plain, ashen)]
        assert tops[1] > tops[0] + 20
        assert np.array_equal(plain.skin.pixels[:, :low], ashen.skin.pixels[:, :low])
        for y, face in plain.faces.items():
            assert np.array_equal(face.pixels, ashen.faces[y].pixels)

    @pytest.mark.parametrize("name", ["lantern-row", "tea-stall-cups"])
    def test_the_mould_stands_around_the_loaf_and_its_hollow_holds_what_it_holds(self, name: str) -> None:
        of, solids, _, pictures = drawn(name)
        mould = of.loaf.mould
        master = hollow_of(mould)
        assert closed(master).is_watertight
        assert master.volume_mm3 == pytest.approx(mould.volume_below(mould.height_mm), rel=0.012)
        walls = walls_of(mould)
        inside = np.concatenate([patch.grid.reshape(-1, 3) for bar in solids.bars for patch in bar.patches])
        for axis in (0, 1):
            assert walls.points[:, axis].min() < inside[:, axis].min() - 2
            assert walls.points[:, axis].max() > inside[:, axis].max() + 2
        told = gltf(as_glb(solids, pictures, walls=walls))
        assert "mould" in {node.get("name") for node in told["nodes"]}
        assert "mould" not in {node.get("name") for node in gltf(as_glb(solids, pictures))["nodes"]}


def drawn(name: str, ash: bool = False) -> tuple[ResolvedLoaf, LoafSolids, Look, Pictures]:
    cupboard = read_cupboard(json.loads((DEMO / "cupboard.json").read_text(encoding="utf-8")))
    of = resolve(read_loaf(json.loads((DEMO / f"{name}.loaf.json").read_text(encoding="utf-8"))), cupboard)
    result = plan_of(of)
    solids = loaf_solids(of, result)
    look = look_of(of, {colour.id: colour.shown for colour in result.colours}, ash)
    field = field_of(of, result.fills, bowls_of(of, result))
    return of, solids, look, pictures_of(of, solids, field, look)


def gltf(data: bytes) -> Any:
    """What the file says of itself: its JSON chunk."""
    size, kind = struct.unpack("<I4s", data[12:20])
    assert kind == b"JSON"
    return json.loads(data[20 : 20 + size])
