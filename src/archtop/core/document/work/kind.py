"""What every step of the work says of itself, where its own file says nothing else."""

from __future__ import annotations

from archtop.core.base import Kind
from archtop.core.document.ids import Id

__all__ = ["NamedStep", "StepKind"]


class StepKind(Kind):
    """A step of the work."""

    def strews(self) -> tuple[tuple[str, int], ...]:
        """Small pieces that it brings into the loaf, and how many."""
        return ()


class NamedStep(StepKind):
    """One that is known by an id of its own."""

    id: Id

    @property
    def ref(self) -> str:
        """What its step is known by."""
        return self.id
