"""What every mould must say of itself for a loaf to be planned in it."""

from __future__ import annotations

from typing import Protocol

__all__ = ["Mould", "MouldOutline"]

MouldOutline = tuple[tuple[float, float], ...]


class Mould(Protocol):
    """A mould that is filled by levels: its walls, its ends, its volumes. All that plans it asks nothing else of it."""

    @property
    def name(self) -> str:
        """What it is called."""

    @property
    def material(self) -> str:
        """What it is made of, as the waits know it."""

    @property
    def length_mm(self) -> float:
        """Along its floor."""

    @property
    def width_mm(self) -> float:
        """Across its floor."""

    @property
    def height_mm(self) -> float:
        """From its floor to its rim."""

    @property
    def says(self) -> str:
        """Its inside in words."""

    @property
    def whole(self) -> bool:
        """Whether what comes out of it is left whole, and not cut."""

    @property
    def hollows(self) -> int:
        """How many of it one tray has."""

    def half_width(self, y: float, z: float) -> float:
        """Distance [mm] from the centre line to the wall at ``y`` along and ``z`` up."""

    def ends(self, z: float) -> tuple[float, float]:
        """Where along y [mm] the front and back end walls stand at height ``z``."""

    def volume_below(self, z: float) -> float:
        """Volume [mm³] of the whole inside below height ``z`` [mm]."""

    def volume_between(self, y0: float, y1: float, z: float) -> float:
        """Volume [mm³] below ``z`` between two cross cuts at ``y0`` and ``y1`` [mm]."""

    def outline_at(self, y: float) -> MouldOutline:
        """The inside of the section at ``y`` [mm], from the left rim's foot round to the left rim."""

    def rim_marks(self) -> tuple[float, ...]:
        """Positions [mm] of the marks along the rim, from the front end."""
