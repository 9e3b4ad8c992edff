"""A solid from an STL mesh: a printed master, or a mould's negative.

Read and measured by ``trimesh``: volume as the signed sum of tetrahedra, sections as polygons. STL has no units;
millimetres are assumed, as slicers do.
"""

from __future__ import annotations

import io
from typing import Any, cast

import numpy as np
import shapely

from archtop.core.errors import InputError
from archtop.core.figure import Figure, Frozen
from archtop.core.geometry import Polygon

__all__ = ["STL_LIMIT_BYTES", "ReadMesh", "read_stl"]

STL_LIMIT_BYTES = 15_000_000
_MOST_TRIANGLES = 300_000


class ReadMesh(Frozen):
    """A mesh: volume (of its hull, as an estimate, if it is not watertight), box [mm], and its middle section.

    The section is cut across the longest side, and ``None`` when it is not one plain outline.
    """

    watertight: bool
    triangles: int
    volume: Figure
    size_mm: tuple[float, float, float]
    section: Polygon | None
    says: str


def _refuse(code: str, value: str, limit: str, remedy: str) -> InputError:
    return InputError.one(f"stl.{code}", "file", value, limit, remedy)


def read_stl(data: bytes) -> ReadMesh:
    """Measure a mesh in an STL file, text or binary.

    :raises InputError: ``stl.size``, ``stl.unreadable``, ``stl.triangles``, ``stl.no_volume``
    """
    import trimesh

    if len(data) > STL_LIMIT_BYTES:
        raise _refuse("size", f"{len(data)} bytes", f"at most {STL_LIMIT_BYTES} bytes", "Export it coarser.")
    try:
        mesh: Any = trimesh.load_mesh(io.BytesIO(data), file_type="stl")
    except Exception as error:  # the reader raises what the file happens to break
        raise _refuse("unreadable", type(error).__name__, "must be an STL mesh", "Export it again.") from error
    count = len(getattr(mesh, "faces", ()))
    if count == 0:
        raise _refuse("unreadable", "no triangles", "must be an STL mesh", "Export it again.")
    if count > _MOST_TRIANGLES:
        raise _refuse("triangles", str(count), f"at most {_MOST_TRIANGLES}", "Export it coarser.")
    if not np.isfinite(mesh.vertices).all():
        raise _refuse("unreadable", "numbers that are not finite", "must be an STL mesh", "Export it again.")
    mesh.merge_vertices()
    watertight = bool(mesh.is_watertight)
    cubic = abs(float(mesh.volume)) if watertight else _hull_volume(mesh)
    if cubic < 1:
        raise _refuse("no_volume", f"{cubic:g} mm³", "must enclose at least 1 mm³", "Check that it is in millimetres.")
    x, y, z = (float(side) for side in mesh.extents)
    section = _middle_section(mesh)
    return ReadMesh(
        watertight=watertight,
        triangles=count,
        volume=Figure.exact(cubic / 1000, "ml", f"{count} triangles, signed tetrahedra added", "the mesh, taken in mm")
        if watertight
        else Figure(
            value=cubic / 1000, unit="ml", low=cubic / 2000, high=cubic / 1000, basis="estimate",
            how="volume of its convex hull: the mesh has holes, so it encloses nothing by itself",
            source="the mesh, taken in mm",
        ),
        size_mm=(x, y, z),
        section=section,
        says=f"{x:.1f} × {y:.1f} × {z:.1f} mm, {cubic / 1000:.1f} ml"
        + ("" if watertight else " by its hull: the mesh is not watertight, so take that as an upper limit")
        + ("" if section else "; no single outline through its middle"),
    )  # fmt: skip


def _hull_volume(mesh: Any) -> float:
    try:
        return float(mesh.convex_hull.volume)
    except Exception as error:
        raise _refuse("no_volume", "a flat mesh", "must enclose a volume", "Check the model.") from error


def _middle_section(mesh: Any) -> Polygon | None:
    """Outline across the longest side, through its middle."""
    along = int(np.argmax(mesh.extents))
    normal = np.eye(3)[along]
    cut = mesh.section(plane_origin=mesh.bounds.mean(axis=0), plane_normal=normal)
    if cut is None:
        return None
    across = [axis for axis in range(3) if axis != along]
    loops = [shapely.Polygon(loop[:, across]) for loop in cut.discrete if len(loop) > 3]
    sound = [loop for loop in loops if loop.is_valid and loop.area > 1]
    if len(sound) != 1:
        return None
    shape = cast(shapely.Polygon, sound[0].simplify(0.01))
    x, z = ((low + high) / 2 for low, high in ((shape.bounds[0], shape.bounds[2]), (shape.bounds[1], shape.bounds[3])))
    return Polygon(points=tuple((float(a - x), float(b - z)) for a, b in shape.exterior.coords[:-1]))
