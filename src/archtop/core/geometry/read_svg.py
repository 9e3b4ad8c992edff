"""An outline from an SVG drawing, in real units.

Paths, shapes, curves and transforms are read by ``svgelements``; what could run or reach outside is refused before
that. Curves become chords closer than 0.02 mm.
"""

from __future__ import annotations

import io
import math
import re
from itertools import pairwise
from typing import cast
from xml.etree.ElementTree import Element

import shapely
from defusedxml.common import DefusedXmlException
from defusedxml.ElementTree import ParseError, fromstring
from shapely.ops import unary_union

from archtop.core.base import Frozen, InputError
from archtop.core.geometry.outline import Polygon

__all__ = ["SVG_LIMIT_BYTES", "ReadOutline", "read_svg"]

SVG_LIMIT_BYTES = 2_000_000
_FLATNESS_MM = 0.02
_PX_PER_INCH = 96.0
_MOST_POINTS = 1800
_SAMPLES = 16
_MOST_CORNERS = 40_000
_UNITS = ("mm", "cm", "in", "pt", "pc")
# An outline to be cast has hundreds of points; these are read within about two seconds.
_MOST_NUMBERS, _MOST_PARTS, _DEEPEST, _FARTHEST = 20_000, 1_500, 60, 1e6
_IN_NUMBERS = frozenset(
    (
        *("d", "points", "transform", "viewBox", "x", "y", "width", "height"),
        *("cx", "cy", "r", "rx", "ry", "x1", "y1", "x2", "y2"),
    )
)
# None of these is below nothing.
_LENGTHS = frozenset(("width", "height", "r", "rx", "ry"))
_NUMBER = re.compile(r"[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?")
_NO_NUMBER = re.compile(r"\b(?:nan|inf(?:inity)?)\b", re.IGNORECASE)


class ReadOutline(Frozen):
    """The largest outline of a drawing with its holes: shape, area less the holes, box, and the holes' area [mm]."""

    outline: Polygon
    area_mm2: float
    width_mm: float
    height_mm: float
    holes_mm2: float
    says: str


def _refuse(code: str, value: str, limit: str, remedy: str) -> InputError:
    return InputError.one(f"svg.{code}", "file", value, limit, remedy)


def _check(data: bytes) -> None:
    """Refuse what is too large, is not a drawing in real units, or could run or reach outside."""
    if len(data) > SVG_LIMIT_BYTES:
        raise _refuse("size", f"{len(data)} bytes", f"at most {SVG_LIMIT_BYTES} bytes", "Simplify the drawing.")
    try:
        root = fromstring(data)
    except DefusedXmlException as error:
        raise _refuse(
            "hostile", type(error).__name__, "entities and external parts are not read", "Export it plainly."
        ) from error
    except (ParseError, ValueError) as error:
        raise _refuse("unreadable", str(error), "must be an SVG drawing", "Choose another file.") from error
    if not root.tag.endswith("svg"):
        raise _refuse("unreadable", root.tag, "must be an SVG drawing", "Choose another file.")
    for element in root.iter():
        tag = str(element.tag).rsplit("}", 1)[-1].lower()
        if tag in ("script", "foreignobject", "image", "iframe", "use") and not _within(element):
            raise _refuse("hostile", tag, "scripts and outside references are not read", "Export it plainly.")
        for name, value in element.attrib.items():
            plain = name.rsplit("}", 1)[-1].lower()
            if (
                plain.startswith("on")
                or (plain == "href" and not value.startswith("#"))
                or "javascript:" in value.lower()
            ):
                raise _refuse("hostile", plain, "scripts and outside references are not read", "Export it plainly.")
    for side in ("width", "height"):
        stated = root.get(side, "")
        if not re.fullmatch(rf"\s*[\d.eE+-]+\s*({'|'.join(_UNITS)})\s*", stated):
            raise _refuse(
                "units",
                stated or "nothing",
                f"the drawing must state its {side} in {', '.join(_UNITS)}",
                "Set the page size in millimetres and export again.",
            )
        if float(re.sub(r"[a-z\s]+$", "", stated)) <= 0:
            raise _refuse("units", stated, f"the page's {side} must be above 0", "Set its size and export again.")
    _check_amount(root)


def _check_amount(root: Element) -> None:
    """Refuse what would take long to read or cannot be drawn: told before anything of it is worked out."""
    numbers = 0
    for element in root.iter():
        for name, value in element.attrib.items():
            bare = name.rsplit("}", 1)[-1]
            if bare in _LENGTHS and value.lstrip().startswith("-"):
                raise _refuse("negative", value[:40], "a length is not below nothing", "Draw it anew.")
            if bare in _IN_NUMBERS:
                found = _NUMBER.findall(value)
                numbers += len(found)
                if any(abs(float(number)) > _FARTHEST for number in found) or _NO_NUMBER.search(value):
                    raise _refuse("far", value[:40], f"numbers up to {_FARTHEST:g}", "Draw it in its real size.")
    if numbers > _MOST_NUMBERS:
        raise _refuse("much", f"{numbers} numbers", f"at most {_MOST_NUMBERS}", "Simplify the path: fewer points.")
    _check_uses(root)


def _check_uses(root: Element) -> None:
    """Refuse a drawing that draws parts of itself over and over, or within themselves."""
    named = {element.get("id"): element for element in root.iter() if element.get("id")}
    drawn: dict[int, int] = {}

    def count(element: Element, inside: tuple[int, ...]) -> int:
        key = id(element)
        if key in inside:
            raise _refuse("cycle", "a part that uses itself", "must end somewhere", "Expand its copies, then export.")
        if len(inside) > _DEEPEST:
            raise _refuse("much", f"{len(inside)} groups in each other", f"at most {_DEEPEST}", "Ungroup it.")
        if key not in drawn:
            parts = [*element]
            if str(element.tag).endswith("use"):
                href = next((value for name, value in element.attrib.items() if name.endswith("href")), "")
                parts += [named[href[1:]]] if href[1:] in named else []
            drawn[key] = 1 + sum(count(part, (*inside, key)) for part in parts)
        if drawn[key] > _MOST_PARTS:
            raise _refuse("much", f"over {_MOST_PARTS} parts", f"at most {_MOST_PARTS}", "Leave only the outline.")
        return drawn[key]

    count(root, ())


def _within(element) -> bool:  # type: ignore[no-untyped-def]
    """Whether a ``use`` stays inside the drawing."""
    return str(element.tag).endswith("use") and all(
        value.startswith("#") for name, value in element.attrib.items() if name.endswith("href")
    )


def read_svg(data: bytes) -> ReadOutline:
    """The largest closed outline of a drawing, centred, up the way it is drawn.

    :raises InputError: ``svg.size``, ``svg.hostile``, ``svg.unreadable``, ``svg.units``, ``svg.open`` when no path is
        closed, ``svg.crosses`` when the outline crosses itself, ``svg.no_area``
    """
    _check(data)
    rings, gaps = _rings(data)
    if not rings:
        if gaps:
            raise _refuse("open", f"{gaps:.1f} mm of gap", "the path must be closed", "Join its ends and export again.")
        raise _refuse("no_area", "no outline", "must hold a closed path", "Draw one, or convert text to paths.")
    crossing = [ring for ring in rings if not ring.is_valid]
    if crossing and max(crossing, key=lambda r: r.convex_hull.area).convex_hull.area >= max(r.area for r in rings):
        reason = shapely.is_valid_reason(crossing[0])
        raise _refuse("crosses", reason, "the outline must not cross itself", "Unite its parts and export again.")
    sound = [ring for ring in rings if ring.is_valid and ring.area > 1]
    if not sound:
        raise _refuse("no_area", "under 1 mm²", "must enclose at least 1 mm²", "Check the drawing's units.")
    largest = max(sound, key=lambda ring: ring.area)
    hollow = unary_union([ring for ring in sound if ring is not largest and largest.contains_properly(ring)])
    whole = largest.difference(hollow)
    if not isinstance(whole, shapely.Polygon):
        raise _refuse("crosses", "its holes cut it apart", "must be of one piece", "Unite its parts and export again.")
    shape = cast(shapely.Polygon, whole.simplify(0.005))
    step = 0.01
    while shapely.count_coordinates(shape) > _MOST_POINTS:
        shape, step = cast(shapely.Polygon, whole.simplify(step)), step * 2
    holes = sum(shapely.Polygon(ring).area for ring in shape.interiors)
    left, low, right, high = shape.bounds
    centre = ((left + right) / 2, (low + high) / 2)
    # The screen's y runs down; a loaf's height runs up.
    corners, *inner = (
        tuple((x - centre[0], centre[1] - y) for x, y in ring.coords[:-1])
        for ring in (shape.exterior, *shape.interiors)
    )
    others = len([ring for ring in sound if ring is not largest and not largest.contains(ring)])
    return ReadOutline(
        outline=Polygon(points=corners, holes=tuple(inner)),
        area_mm2=shape.area,
        width_mm=right - left,
        height_mm=high - low,
        holes_mm2=holes,
        says=f"{right - left:.1f} × {high - low:.1f} mm, {shape.area:.0f} mm²"
        + (
            f" without holes of {holes:.0f} mm²: pour a colour into them first, or batter must find its way in"
            if holes
            else ""
        )
        + (f"; {others} smaller outlines beside it are left out" if others else ""),
    )


def _rings(data: bytes) -> tuple[list[shapely.Polygon], float]:
    """Closed subpaths as polygons [mm], and the largest gap of those that are not closed."""
    from svgelements import SVG, Path, Shape

    to_mm = 25.4 / _PX_PER_INCH
    rings: list[shapely.Polygon] = []
    gaps, corners = 0.0, 0
    for element in SVG.parse(io.BytesIO(data), ppi=_PX_PER_INCH).elements():
        if not isinstance(element, Shape):
            continue
        for part in abs(Path(element)).as_subpaths():
            points = _flattened(Path(part), to_mm, _MOST_CORNERS - corners)
            corners += len(points)
            if len(points) < 3:
                continue
            gap = math.dist(points[0], points[-1])
            if gap > 0.05:
                gaps = max(gaps, gap)
                continue
            rings.append(shapely.Polygon(points))
    return rings, gaps


def _flattened(path, to_mm: float, most: int) -> list[tuple[float, float]]:  # type: ignore[no-untyped-def]
    """Vertices [mm] of a subpath; curves by as many chords as their flatness needs, ``most`` corners in all."""
    from svgelements import Line, Move

    points: list[tuple[float, float]] = []
    for segment in path:
        if segment.end is None:
            continue
        if len(points) > most:
            raise _refuse("much", f"over {_MOST_CORNERS} corners", f"at most {_MOST_CORNERS}", "Simplify the path.")
        if isinstance(segment, Move | Line) or segment.start is None or type(segment).__name__ == "Close":
            points.append((segment.end.x * to_mm, segment.end.y * to_mm))
            continue
        # By sixteen chords: near enough to tell how many there are to be.
        by = [segment.point(i / _SAMPLES) for i in range(_SAMPLES + 1)]
        length = sum(math.dist((a.x, a.y), (b.x, b.y)) for a, b in pairwise(by)) * to_mm
        # A chord of length c off an arc that turns all the way within the segment's length stands c²·π/(4·length) off.
        chord = math.sqrt(4 * _FLATNESS_MM * max(length, 0.05) / math.pi) / 2
        steps = max(4, min(400, math.ceil(length / chord)))
        for i in range(1, steps + 1):
            point = segment.point(i / steps)
            points.append((point.x * to_mm, point.y * to_mm))
    return points
