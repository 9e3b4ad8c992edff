"""Solids in open formats: glTF binary with pictures for eyes, STL for machines; written by ``trimesh``.

Upright is y in glTF: across, up, and towards whoever looks at the front; in metres, as it wants. STL is in millimetres.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.geometry import Mesh
from archtop.core.solids.body import Patch, whole_bar
from archtop.core.solids.loaf import BarSolid, LoafSolids, OnTop
from archtop.core.solids.pictures import Pictures
from archtop.core.solids.skin import FacePicture, Pixels

__all__ = ["Seen", "as_glb", "as_stl", "seen_parts"]

Array = NDArray[np.float64]

_M_PER_MM = 0.001
# Width of one bag's row in the picture of colours [px].
_ROW_PX = 64
_ROUGH = 0.58


def as_stl(bars: Sequence[BarSolid]) -> bytes:
    """Bars with everything on them as one binary STL [mm]; each body and thing closed by itself."""
    import trimesh

    meshes = [whole_bar(list(bar.patches)) for bar in bars] + [thing.mesh for bar in bars for thing in bar.things]
    joined = meshes[0].joined(meshes[1:])
    mesh: Any = trimesh.Trimesh(joined.points, joined.triangles, process=False)
    data: bytes = mesh.export(file_type="stl")
    return data


def as_glb(solids: LoafSolids, pictures: Pictures, bars: Sequence[int] | None = None) -> bytes:
    """Bars with everything on them as glTF binary, a node ``bar-N`` to each.

    :param bars: numbers of those that are wanted; all of them where nothing is said
    """
    import trimesh
    import trimesh.exchange.gltf
    import trimesh.visual

    visual: Any = trimesh.visual
    gltf: Any = trimesh.exchange.gltf
    scene: Any = trimesh.Scene()
    materials = _Materials()
    for number, parts in seen_parts(solids, pictures).items():
        if bars is not None and number not in bars:
            continue
        node = f"bar-{number}"
        scene.graph.update(frame_to=node, frame_from="world", matrix=np.eye(4))
        for name, mesh, uv, pixels in parts:
            seen = visual.TextureVisuals(uv, materials.of(pixels))
            whole = trimesh.Trimesh(_seen(mesh.points), mesh.triangles, process=False, visual=seen)
            scene.add_geometry(whole, node_name=f"{node}, {name}", geom_name=f"{node}, {name}", parent_node_name=node)
    data: bytes = gltf.export_glb(scene, include_normals=True)
    return data


def _seen(points: Array) -> Array:
    """In glTF's own axes."""
    x, y, z = points.T
    return np.column_stack([x, z, -y]) * _M_PER_MM


class _Materials:
    """A material to each picture, made once."""

    def __init__(self) -> None:
        self._made: dict[int, Any] = {}

    def of(self, pixels: Pixels) -> Any:
        from PIL import Image
        from trimesh.visual import material

        pbr: Any = material.PBRMaterial
        if id(pixels) not in self._made:
            self._made[id(pixels)] = pbr(
                name=f"soap {len(self._made) + 1}",
                baseColorTexture=Image.fromarray(pixels),
                roughnessFactor=_ROUGH,
                metallicFactor=0.0,
                doubleSided=False,
            )
        return self._made[id(pixels)]


class Seen(NamedTuple):
    """A part of a bar: its mesh, where its corners lie in its picture, 0 to 1 from the lower left, and that picture."""

    name: str
    mesh: Mesh
    uv: Array
    pixels: Pixels


def seen_parts(solids: LoafSolids, pictures: Pictures) -> dict[int, list[Seen]]:
    """All that is seen of each bar, by its number."""
    bags = _bags(solids.bags, pictures)
    return {
        bar.number: [*_sides(bar, pictures), *(_on_top(thing, len(solids.bags), bags) for thing in bar.things)]
        for bar in solids.bars
    }


def _bags(bags: Sequence[tuple[str, ...]], pictures: Pictures) -> Pixels:
    """Every bag a row, its colours side by side in it."""
    share = np.arange(_ROW_PX) / _ROW_PX
    rows = [[pictures.look.colours[bag[int(at * len(bag))]] for at in share] for bag in bags]
    return np.repeat(np.array(rows, dtype=np.uint8), 4, axis=0)


def _sides(bar: BarSolid, pictures: Pictures) -> Iterator[Seen]:
    for patch in bar.patches:
        if patch.side in ("front", "back"):
            y = bar.block.front if patch.side == "front" else bar.block.back
            face = pictures.faces[pictures.nearest(y)]
            yield Seen(patch.side, patch.mesh, _on_face(patch, face), face.pixels)
        else:
            yield Seen(patch.side, patch.mesh, _on_skin(patch, bar, pictures), pictures.skin.pixels)


def _on_face(patch: Patch, face: FacePicture) -> Array:
    x, _, z = patch.grid.reshape(-1, 3).T
    return np.column_stack([(x + face.half_mm) / (2 * face.half_mm), z / face.high_mm])


def _on_skin(patch: Patch, bar: BarSolid, pictures: Pictures) -> Array:
    skin = pictures.skin
    x, y, z = patch.grid.reshape(-1, 3).T
    name = patch.side
    if name in bar.cut:
        at = bar.block.left if name == "left" else bar.block.right
        name = f"cut {int(np.argmin(np.abs(np.asarray(pictures.lines) - at)))}"
    low, high = skin.bands[name]
    if patch.side in ("top", "floor"):
        widest = np.abs(x).max() if not bar.cut & {"left", "right"} else _widest(bar, patch.side)
        share = (x / max(widest, 1e-6) + 1) / 2
    else:
        share = z / max(float(z.max()), 1e-6)
    # Half a pixel inside its band: the next one does not shine through.
    inset = 0.5 / skin.pixels.shape[1]
    along = (y - skin.front) / (skin.back - skin.front)
    return np.column_stack([np.clip(low + share * (high - low), low + inset, high - inset), 1 - along])


def _widest(bar: BarSolid, side: str) -> float:
    """Half of the whole loaf where only a part of it is seen [mm]: of walls no wire has made."""
    walls = [patch for patch in bar.patches if patch.side in ("left", "right") and patch.side not in bar.cut]
    if not walls:
        walls = [patch for patch in bar.patches if patch.side in ("left", "right")]
    xs = np.abs(walls[0].grid[0 if side == "top" else -1, :, 0])
    return float(xs.max())


def _on_top(thing: OnTop, many: int, bags: Pixels) -> Seen:
    side, bag = thing.paint.T
    # There and back around the opening: its colours lie side by side across it; the last never meets the first.
    across = 1 - np.abs(2 * side - 1)
    uv = np.column_stack([np.clip(across, 0.02, 0.98), 1 - (np.round(bag) + 0.5) / many])
    return Seen(thing.name, thing.mesh, uv, bags)
