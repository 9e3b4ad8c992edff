"""Solids in open formats: glTF binary with pictures for eyes, STL for machines; written by ``trimesh``.

Upright is y in glTF: across, up, and towards whoever looks at the front; in metres, as it wants. STL is in millimetres.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any, Literal, NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.geometry import Mesh
from archtop.core.solids.body import Patch, whole_bar
from archtop.core.solids.loaf import BarSolid, LoafSolids, OnTop
from archtop.core.solids.pictures import Pictures
from archtop.core.solids.relief import Relief
from archtop.core.solids.skin import FacePicture, Look, Pixels

__all__ = ["Seen", "as_glb", "as_stl", "mesh_as_stl", "seen_parts"]

Array = NDArray[np.float64]

_M_PER_MM = 0.001
# Width of one bag's row in the picture of colours [px].
_ROW_PX = 64
# How rough soap, mica and melted base are [-], and how much of what lies in clear base is hidden; by eye.
_ROUGH, _SATIN, _GLASSY, _HIDES = 0.58, 0.3, 0.12, 0.62
# Silicone lets so much of the loaf be seen.
_WALLS = (214, 205, 196, 110)
# How rough it is needs to be told for every so many pixels only.
_COARSER = 2


def as_stl(bars: Sequence[BarSolid]) -> bytes:
    """Bars with everything on them as one binary STL [mm]; each body and thing closed by itself."""
    meshes = [whole_bar(list(bar.patches)) for bar in bars] + [thing.mesh for bar in bars for thing in bar.things]
    return mesh_as_stl(meshes[0].joined(meshes[1:]))


def mesh_as_stl(mesh: Mesh) -> bytes:
    """A mesh as binary STL [mm]."""
    import trimesh

    whole: Any = trimesh.Trimesh(mesh.points, mesh.triangles, process=False)
    data: bytes = whole.export(file_type="stl")
    return data


def as_glb(
    solids: LoafSolids, pictures: Pictures, bars: Sequence[int] | None = None, walls: Mesh | None = None
) -> bytes:
    """Bars with everything on them as glTF binary, a node ``bar-N`` to each.

    :param bars: numbers of those that are wanted; all of them where nothing is said
    :param walls: of the mould, as a node ``mould``; left out where nothing is said
    """
    import trimesh
    import trimesh.exchange.gltf
    import trimesh.visual

    visual: Any = trimesh.visual
    gltf: Any = trimesh.exchange.gltf
    scene: Any = trimesh.Scene()
    materials = _Materials(pictures.look)
    for number, parts in seen_parts(solids, pictures).items():
        if bars is not None and number not in bars:
            continue
        node = f"bar-{number}"
        scene.graph.update(frame_to=node, frame_from="world", matrix=np.eye(4))
        for name, mesh, uv, pixels, light, stuff in parts:
            seen = visual.TextureVisuals(uv, materials.of(pixels, stuff))
            seen.vertex_attributes["color"] = _grey(light)
            whole = trimesh.Trimesh(
                _seen(mesh.points) * _M_PER_MM,
                mesh.triangles,
                vertex_normals=_seen(mesh.normals),
                process=False,
                visual=seen,
            )
            scene.add_geometry(whole, node_name=f"{node}, {name}", geom_name=f"{node}, {name}", parent_node_name=node)
    if walls is not None:
        seen = visual.TextureVisuals(None, materials.of_walls())
        whole = trimesh.Trimesh(_seen(walls.points) * _M_PER_MM, walls.triangles, process=False, visual=seen)
        scene.add_geometry(whole, node_name="mould", geom_name="mould")
    data: bytes = gltf.export_glb(scene, include_normals=True)
    return data


def _seen(points: Array) -> Array:
    """In glTF's own axes."""
    x, y, z = points.T
    return np.column_stack([x, z, -y])


def _grey(light: Array) -> NDArray[np.uint8]:
    found = np.repeat(np.round(light * 255).astype(np.uint8)[:, None], 4, axis=1)
    found[:, 3] = 255
    return found


Stuff = Literal["soap", "clear"]


class _Materials:
    """A material to each picture and what it is on, made once."""

    def __init__(self, look: Look) -> None:
        self._made: dict[tuple[int, Stuff], Any] = {}
        self._shimmer = np.array([_packed(np.array(look.colours[key])) for key in look.shimmer], dtype=np.int64)

    def of(self, pixels: Pixels, stuff: Stuff) -> Any:
        from PIL import Image
        from trimesh.visual import material

        pbr: Any = material.PBRMaterial
        key = (id(pixels), stuff)
        if key not in self._made:
            asked: dict[str, Any] = {"roughnessFactor": _ROUGH}
            if stuff == "clear":
                asked = {"roughnessFactor": _GLASSY, "alphaMode": "BLEND"}
                asked["baseColorFactor"] = [255, 255, 255, round(255 * _HIDES)]
            elif (satin := self._satin(pixels)) is not None:
                asked = {"roughnessFactor": 1.0, "metallicRoughnessTexture": Image.fromarray(satin)}
            self._made[key] = pbr(
                name=f"{stuff} {len(self._made) + 1}",
                baseColorTexture=Image.fromarray(pixels),
                metallicFactor=0.0,
                doubleSided=False,
                **asked,
            )
        return self._made[key]

    def _satin(self, pixels: Pixels) -> Pixels | None:
        """How rough each place is, in green as glTF has it; nothing where none of it shimmers."""
        found = np.isin(_packed(pixels[::_COARSER, ::_COARSER]), self._shimmer)
        if not found.any():
            return None
        rough = np.zeros((*found.shape, 3), dtype=np.uint8)
        rough[..., 1] = np.where(found, round(255 * _SATIN), round(255 * _ROUGH))
        return rough

    def of_walls(self) -> Any:
        """Silicone that is seen through."""
        from trimesh.visual import material

        pbr: Any = material.PBRMaterial
        return pbr(
            name="silicone",
            baseColorFactor=list(_WALLS),
            alphaMode="BLEND",
            roughnessFactor=0.4,
            metallicFactor=0.0,
            doubleSided=True,
        )


def _packed(rgb: NDArray[Any]) -> NDArray[np.int64]:
    found: NDArray[np.int64] = np.asarray(rgb, dtype=np.int64) @ np.array([65536, 256, 1])
    return found


class Seen(NamedTuple):
    """A part of a bar: its mesh, where its corners lie in its picture, 0 to 1 from the lower left, and that picture.

    ``light``: how much of the sky each corner sees, 0 to 1, shape (n,). ``stuff``: what it is of.
    """

    name: str
    mesh: Mesh
    uv: Array
    pixels: Pixels
    light: Array
    stuff: Stuff = "soap"


def seen_parts(solids: LoafSolids, pictures: Pictures) -> dict[int, list[Seen]]:
    """All that is seen of each bar, by its number."""
    bags = _bags(solids.bags, pictures)
    return {
        bar.number: [*_sides(bar, pictures, solids.relief), *(_on_top(thing, solids, bags) for thing in bar.things)]
        for bar in solids.bars
    }


def _bags(bags: Sequence[tuple[str, ...]], pictures: Pictures) -> Pixels:
    """Every bag a row, its colours side by side in it."""
    share = np.arange(_ROW_PX) / _ROW_PX
    rows = np.array([[pictures.look.colours[bag[int(at * len(bag))]] for at in share] for bag in bags], dtype=float)
    return np.repeat(pictures.look.in_air(rows.reshape(len(bags), _ROW_PX, 3)).astype(np.uint8), 4, axis=0)


def _sides(bar: BarSolid, pictures: Pictures, relief: Relief) -> Iterator[Seen]:
    for patch in bar.patches:
        mesh = patch.mesh
        light = relief.open_sky(mesh.points) if patch.side == "top" else np.ones(len(mesh.points))
        if patch.side in ("front", "back"):
            y = bar.block.front if patch.side == "front" else bar.block.back
            face = pictures.faces[pictures.nearest(y)]
            yield Seen(patch.side, mesh, _on_face(patch, face), face.pixels, light)
        else:
            yield Seen(patch.side, mesh, _on_skin(patch, bar, pictures), pictures.skin.pixels, light)


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


def _on_top(thing: OnTop, solids: LoafSolids, bags: Pixels) -> Seen:
    side, bag = thing.paint.T
    # There and back around the opening: its colours lie side by side across it; the last never meets the first.
    across = 1 - np.abs(2 * side - 1)
    uv = np.column_stack([np.clip(across, 0.02, 0.98), 1 - (np.round(bag) + 0.5) / len(solids.bags)])
    light = solids.relief.open_sky(thing.mesh.points)
    return Seen(thing.name, thing.mesh, uv, bags, light, "clear" if thing.clear else "soap")
