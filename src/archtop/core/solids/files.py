"""Solids in open formats: glTF binary with pictures for eyes, STL for machines; written by ``trimesh``.

Upright is y in glTF: across, up, and towards whoever looks at the front; in metres, as it wants. STL is in millimetres.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from archtop.core.geometry import Mesh
from archtop.core.solids.body import Patch, whole_bar
from archtop.core.solids.loaf import BarSolid, LoafSolids, OnTop
from archtop.core.solids.pictures import Pictures
from archtop.core.solids.skin import FacePicture

__all__ = ["as_glb", "as_stl"]

Array = NDArray[np.float64]

_M_PER_MM = 0.001
# Width of one bag's row in the picture of colours [px].
_ROW_PX = 64
_ROUGH, _ROUGH_PIPED = 0.55, 0.62


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
    materials = _Materials(pictures)
    for bar in solids.bars:
        if bars is not None and bar.number not in bars:
            continue
        node = f"bar-{bar.number}"
        scene.graph.update(frame_to=node, frame_from="world", matrix=np.eye(4))
        for name, mesh, uv, material in (*_sides(bar, materials), *_on_top(bar.things, solids.bags, materials)):
            seen = visual.TextureVisuals(uv, material)
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

    def __init__(self, pictures: Pictures) -> None:
        self.pictures = pictures
        self._made: dict[object, Any] = {}

    def face(self, at: float) -> Any:
        return self._of(("face", at), self.pictures.faces[at].pixels, _ROUGH)

    def skin(self) -> Any:
        return self._of("skin", self.pictures.skin.pixels, _ROUGH)

    def bags(self, bags: Sequence[tuple[str, ...]]) -> Any:
        """Every bag a row, its colours side by side in it."""
        share = np.arange(_ROW_PX) / _ROW_PX
        rows = [[self.pictures.look.colours[bag[int(at * len(bag))]] for at in share] for bag in bags]
        return self._of("bags", np.repeat(np.array(rows, dtype=np.uint8), 4, axis=0), _ROUGH_PIPED)

    def _of(self, key: object, pixels: NDArray[np.uint8], rough: float) -> Any:
        from PIL import Image
        from trimesh.visual import material

        pbr: Any = material.PBRMaterial
        if key not in self._made:
            self._made[key] = pbr(
                name=str(key),
                baseColorTexture=Image.fromarray(pixels),
                roughnessFactor=rough,
                metallicFactor=0.0,
                doubleSided=False,
            )
        return self._made[key]


def _sides(bar: BarSolid, materials: _Materials) -> Iterator[tuple[str, Mesh, Array, Any]]:
    for patch in bar.patches:
        if patch.side in ("front", "back"):
            y = bar.block.front if patch.side == "front" else bar.block.back
            at = materials.pictures.nearest(y)
            yield patch.side, patch.mesh, _on_face(patch, materials.pictures.faces[at]), materials.face(at)
        else:
            yield patch.side, patch.mesh, _on_skin(patch, bar, materials.pictures), materials.skin()


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


def _on_top(
    things: Sequence[OnTop], bags: Sequence[tuple[str, ...]], materials: _Materials
) -> Iterator[tuple[str, Mesh, Array, Any]]:
    for thing in things:
        side, bag = thing.paint.T
        # There and back around the opening: its colours lie side by side across it; the last never meets the first.
        across = 1 - np.abs(2 * side - 1)
        uv = np.column_stack([np.clip(across, 0.02, 0.98), 1 - (np.round(bag) + 0.5) / len(bags)])
        yield thing.name, thing.mesh, uv, materials.bags(bags)
