"""The ring sheet: what is printed on it, for the eye and for the camera."""

from __future__ import annotations

from dataclasses import dataclass

from archtop.core.camera.marks import Mark

__all__ = ["RING_SHEET", "RingSheet"]


@dataclass(frozen=True)
class RingSheet:
    """Rings that are read by eye, spokes that are seen by a camera, and the marks that say where it lies [mm].

    Batter of whatever colour hides the spokes: where one begins again, there the puddle ends.
    """

    rings_mm: tuple[int, ...]
    spokes: int
    spoke_mm: float
    spokes_from_mm: float
    spokes_to_mm: float
    marks: tuple[Mark, ...]


RING_SHEET = RingSheet(
    rings_mm=tuple(range(45, 115, 5)),
    spokes=72,
    spoke_mm=0.35,
    spokes_from_mm=14.0,
    spokes_to_mm=63.0,
    marks=tuple(Mark(number, x, y) for number, (x, y) in enumerate(((-70, -70), (70, -70), (70, 70), (-70, 70)))),
)
