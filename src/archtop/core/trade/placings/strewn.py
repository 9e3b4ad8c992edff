"""Strewn casually: every bar its share, the wire misses what it should."""

from __future__ import annotations

from typing import Literal

from archtop.core.trade.placings.placing import OnTheTop, Place, Placing

__all__ = ["ByLot"]


class ByLot(Placing):
    """Strewn as if by chance."""

    label = "Strewn"
    help = "As if by chance, the largest first; every bar has its share."
    by_lot = True

    kind: Literal["strewn"] = "strewn"

    def set_out(self, top: OnTheTop, count: int) -> tuple[Place, ...]:  # noqa: ARG002
        """None: they are drawn by lot."""
        return ()
