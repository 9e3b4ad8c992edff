"""Sheets to print and take to the bench."""

from archtop.studio.sheets.paper import PaperName
from archtop.studio.sheets.ring_sheet import ring_sheet_pdf
from archtop.studio.sheets.weigh_out import UnitsName, weigh_out_pdf

__all__ = ["PaperName", "UnitsName", "ring_sheet_pdf", "weigh_out_pdf"]
