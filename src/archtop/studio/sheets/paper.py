"""Papers that sheets are printed on."""

from __future__ import annotations

from reportlab.lib.pagesizes import A4, LETTER

from archtop.studio.sheets.names import PaperName

__all__ = ["PAPERS"]

PAPERS: dict[PaperName, tuple[float, float]] = {"A4": A4, "Letter": LETTER}
