"""One on each motif of a run."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.trade.placings.placing import Nth, OnTheTop, Place, Placing, every_other

__all__ = ["OnMotifs"]


class OnMotifs(Placing):
    """One on each motif of a run, or on every ``every``-th from the ``first`` on, front to back."""

    label = "One on each motif"
    help = "One on each that a run has piped, or on every other: kinds and colours alternate so."

    kind: Literal["on motifs"] = "on motifs"
    run: Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
    first: Nth = 1
    every: Nth = 1

    @property
    def on_run(self) -> str | None:
        """That run."""
        return self.run

    def set_out(self, top: OnTheTop, count: int) -> tuple[Place, ...]:
        """On their middles."""
        there = top.motifs.get(self.run, ())
        return tuple(there[i] for i in every_other(self.first, self.every, len(there)))[:count]
