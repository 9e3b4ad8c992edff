"""A solid from an STL mesh: a printed master, or a mould, whose hollow is what its hull has over itself.

Read and measured by ``trimesh``: volume as the signed sum of tetrahedra, sections as polygons. STL has no units;
millimetres are assumed, as slicers do.
"""

from __future__ import annotations

import io
from typing import Any, cast

import numpy as np
import shapely

from archtop.core.base import Figure, Frozen, InputError
from archtop.core.geometry.outline import Polygon

__all__ = ["STL_LIMIT_BYTES", "ReadMesh", "read_stl"]

STL_LIMIT_BYTES = 15_000_000
_MOST_TRIANGLES = 200_000
# Of triangles that hardly hang together no outline comes, however long it is looked for.
_MOST_OPEN = 0.05
# So many triangles are joined to a foot, whose edge is told to so much [mm].
_MOST_COVERED, _FOOT_MM = 20_000, 0.1


class ReadMesh(Frozen):
    """A mesh: volume (of its hull, as an estimate, if it is not watertight; of its hollow for a mould), box [mm],
    section, foot.

    The section is cut across the longest side, and ``None`` when it is not one plain outline; ``foot``: what it covers
    as it stands, seen from above, and ``None`` of a mould.
    """

    watertight: bool
    triangles: int
    volume: Figure
    size_mm: tuple[float, float, float]
    section: Polygon | None
    foot: Polygon | None
    says: str


def _refuse(code: str, value: str, limit: str, remedy: str) -> InputError:
    return InputError.one(f"stl.{code}", "file", value, limit, remedy)


def read_stl(data: bytes, hollow: bool = False) -> ReadMesh:
    """Measure a mesh in an STL file, text or binary.

    :param hollow: the model is a mould: measure the hollow in it, hull less solid. Right when the mould's outside
        bulges nowhere inwards and it has one hollow, filled level with its brim.
    :raises InputError: ``stl.size``, ``stl.unreadable``, ``stl.triangles``, ``stl.no_volume``, ``stl.not_hollow``
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
    if hollow:
        return _hollow(mesh, watertight, cubic, count, (x, y, z))
    section = _middle_section(mesh) if watertight or _open_share(mesh) < _MOST_OPEN else None
    return ReadMesh(
        watertight=watertight,
        triangles=count,
        volume=Figure.exact(cubic / 1000, "ml", f"{count} triangles, signed tetrahedra added", "the mesh, taken in mm")
        if watertight
        else Figure(
            value=cubic / 1000,
            unit="ml",
            low=cubic / 2000,
            high=cubic / 1000,
            basis="estimate",
            how="volume of its convex hull: the mesh has holes, so it encloses nothing by itself",
            source="the mesh, taken in mm",
        ),
        size_mm=(x, y, z),
        section=section,
        foot=_foot(mesh),
        says=f"{x:.1f} × {y:.1f} × {z:.1f} mm, {cubic / 1000:.1f} ml"
        + ("" if watertight else " by its hull: the mesh is not watertight, so take that as an upper limit")
        + ("" if section else "; no single outline through its middle"),
    )


def _hollow(mesh: Any, watertight: bool, cubic: float, count: int, size: tuple[float, float, float]) -> ReadMesh:
    room = _hull_volume(mesh) - cubic
    if not watertight or room < 1:
        raise _refuse(
            "not_hollow",
            "not watertight" if not watertight else f"{room:g} mm³ of hollow",
            "a mould must be a closed mesh with a hollow open to one side",
            "Measure the piece's own model instead.",
        )
    return ReadMesh(
        watertight=True,
        triangles=count,
        volume=Figure.within(
            room / 1000,
            "ml",
            0.02,
            "estimate",
            how="convex hull of the mould less the mould itself",
            source="the mesh, taken in mm; one hollow, filled to the brim, in a mould that bulges nowhere inwards",
        ),
        size_mm=size,
        section=None,
        foot=None,
        says=f"A mould of {size[0]:.1f} × {size[1]:.1f} × {size[2]:.1f} mm with {room / 1000:.1f} ml of hollow",
    )


def _hull_volume(mesh: Any) -> float:
    try:
        return float(mesh.convex_hull.volume)
    except Exception as error:
        raise _refuse("no_volume", "a flat mesh", "must enclose a volume", "Check the model.") from error


def _open_share(mesh: Any) -> float:
    """Share of its edges that belong to one triangle alone."""
    _, times = np.unique(mesh.edges_sorted, axis=0, return_counts=True)
    return float((times == 1).mean())


def _foot(mesh: Any) -> Polygon | None:
    """What it covers seen from above, without holes; of very many triangles its hull."""
    flat = shapely.MultiPoint(mesh.vertices[:, :2]).convex_hull
    if len(mesh.faces) <= _MOST_COVERED:
        corners = mesh.triangles[:, :, :2]
        covers = shapely.polygons(corners)
        covers = covers[shapely.area(covers) > 1e-6]
        flat = shapely.union_all(covers, grid_size=0.01)
    parts = [part for part in shapely.get_parts(flat) if isinstance(part, shapely.Polygon)]
    if not parts:
        return None
    outer = shapely.Polygon(max(parts, key=lambda part: part.area).exterior).simplify(_FOOT_MM)
    points = shapely.get_coordinates(outer)[:-1]
    if not outer.is_valid or outer.area < 1 or len(points) < 3:
        return None
    middle = (points.min(axis=0) + points.max(axis=0)) / 2
    return Polygon(points=tuple((round(float(x), 3), round(float(y), 3)) for x, y in points - middle))


def _middle_section(mesh: Any) -> Polygon | None:
    """Outline across the longest side, through its middle."""
    along = int(np.argmax(mesh.extents))
    normal = np.eye(3)[along]
    cut = mesh.section(plane_origin=mesh.bounds.mean(axis=0), plane_normal=normal)
    if cut is None:
        return None
    across = [axis for axis in range(3) if axis != along]
    loops = [shapely.Polygon(loop[:, across]) for loop in cut.discrete if len(loop) > 3]
    sound = sorted((loop for loop in loops if loop.is_valid and loop.area > 1), key=lambda loop: -loop.area)
    if not sound or not all(sound[0].contains(loop) for loop in sound[1:]):
        return None
    shape = cast(
        shapely.Polygon, shapely.Polygon(sound[0].exterior, [loop.exterior for loop in sound[1:]]).simplify(0.01)
    )
    if not shape.is_valid:
        return None
    x, z = ((low + high) / 2 for low, high in ((shape.bounds[0], shape.bounds[2]), (shape.bounds[1], shape.bounds[3])))
    outer, *holes = (
        tuple((float(a - x), float(b - z)) for a, b in ring.coords[:-1]) for ring in (shape.exterior, *shape.interiors)
    )
    return Polygon(points=outer, holes=tuple(holes))
