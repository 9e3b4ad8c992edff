"""Papers that sheets are printed on, and units that they are told in."""

from __future__ import annotations

from typing import Literal

__all__ = ["PaperName", "UnitsName"]

PaperName = Literal["A4", "Letter"]
UnitsName = Literal["metric", "us"]
