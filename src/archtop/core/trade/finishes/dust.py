"""Dust as a finish."""

from __future__ import annotations

from archtop.core.trade.finishes.finish import FinishKind, Grain

__all__ = ["Dust"]


class Dust(FinishKind):
    """Dust."""

    kind = "dust"
    label = "Dust"
    says = "From a dry brush or a fine sieve. Hold the breath: fine powders are not to be breathed."
    shelves = ("colourant", "additive")
    dragged = True
    grain = Grain("block", 0.8, 0.8, 0.06, 3.0, "#d9cfbd")
