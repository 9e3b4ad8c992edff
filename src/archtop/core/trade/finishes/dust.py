"""Dust as a finish."""

from __future__ import annotations

from archtop.core.trade.finishes.finish import FinishKind

__all__ = ["Dust"]


class Dust(FinishKind):
    """Dust."""

    kind = "dust"
    label = "Dust"
    says = "From a dry brush or a fine sieve. Hold the breath: fine powders are not to be breathed."
    shelves = ("colourant", "additive")
    dragged = True
