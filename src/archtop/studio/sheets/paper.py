"""Papers that sheets are printed on."""

from __future__ import annotations

from typing import Literal

from reportlab.lib.pagesizes import A4, LETTER

__all__ = ["PAPERS", "PaperName"]

PaperName = Literal["A4", "Letter"]
PAPERS: dict[PaperName, tuple[float, float]] = {"A4": A4, "Letter": LETTER}
