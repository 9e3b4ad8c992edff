"""What every step of the work says of itself, where its own file says nothing else."""

from __future__ import annotations

from archtop.core.base import Kind

__all__ = ["StepKind"]


class StepKind(Kind):
    """A step of the work."""

    def strews(self) -> tuple[tuple[str, int], ...]:
        """Small pieces that it brings into the loaf, and how many."""
        return ()
