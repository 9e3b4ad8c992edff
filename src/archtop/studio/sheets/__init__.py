"""Sheets to print and take to the bench."""

from archtop.studio.sheets.weigh_out import PaperName, UnitsName, weigh_out_pdf

__all__ = ["PaperName", "UnitsName", "weigh_out_pdf"]
