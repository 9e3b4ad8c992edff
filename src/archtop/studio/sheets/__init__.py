"""Sheets to print and take to the bench."""

from archtop.studio.sheets.calendar_file import calendar_of
from archtop.studio.sheets.paper import PaperName
from archtop.studio.sheets.ring_sheet import ring_sheet_pdf
from archtop.studio.sheets.top_template import rim_strip_pdf, template_pdf, template_svg
from archtop.studio.sheets.week_sheet import week_sheet_pdf
from archtop.studio.sheets.weigh_out import UnitsName, weigh_out_pdf

__all__ = [
    "PaperName",
    "UnitsName",
    "calendar_of",
    "rim_strip_pdf",
    "ring_sheet_pdf",
    "template_pdf",
    "template_svg",
    "week_sheet_pdf",
    "weigh_out_pdf",
]
