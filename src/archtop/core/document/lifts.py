"""Older documents lifted to the newest version, one version at a time."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

__all__ = ["LIFTS"]


def _lift_to_2(data: dict[str, Any]) -> dict[str, Any]:
    """Version 2 brought additives, schools, scents, colourants, and other ways to make pieces than casting them."""
    lifted = {**data, "version": 2}
    if isinstance(data.get("pieces"), list):
        lifted["pieces"] = [
            {**{k: v for k, v in piece.items() if k != "mould"}, "make": {"kind": "cavity", "mould": piece["mould"]}}
            if isinstance(piece, dict) and "mould" in piece
            else piece
            for piece in data["pieces"]
        ]
    return lifted


def _lift_to_3(data: dict[str, Any]) -> dict[str, Any]:
    """Version 3 brought rows, figures in columns, pieces pressed in, batter kept back, lots on the shelf: optional."""
    return {**data, "version": 3}


# From version n to n + 1. A document is lifted step by step, so that each lift is written and tested once.
LIFTS: Mapping[int, Callable[[dict[str, Any]], dict[str, Any]]] = {1: _lift_to_2, 2: _lift_to_3}
