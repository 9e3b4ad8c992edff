"""Sheets to print and take to the bench.

What draws them takes a while to load, and most days nobody prints: each is loaded when it is first asked for.
"""

from __future__ import annotations

from importlib import import_module
from typing import TYPE_CHECKING, Any

from archtop.studio.sheets.names import PaperName, UnitsName

if TYPE_CHECKING:
    from archtop.studio.sheets.bar_card import bar_card_pdf
    from archtop.studio.sheets.calendar_file import calendar_of
    from archtop.studio.sheets.rim_strips import rim_strip_pdf
    from archtop.studio.sheets.ring_sheet import ring_sheet_pdf
    from archtop.studio.sheets.top_template import template_pdf, template_svg
    from archtop.studio.sheets.week_sheet import week_sheet_pdf
    from archtop.studio.sheets.weigh_out import weigh_out_pdf

__all__ = [
    "PaperName",
    "UnitsName",
    "bar_card_pdf",
    "calendar_of",
    "rim_strip_pdf",
    "ring_sheet_pdf",
    "template_pdf",
    "template_svg",
    "week_sheet_pdf",
    "weigh_out_pdf",
]

_WHERE = {
    "bar_card_pdf": "bar_card",
    "calendar_of": "calendar_file",
    "rim_strip_pdf": "rim_strips",
    "ring_sheet_pdf": "ring_sheet",
    "template_pdf": "top_template",
    "template_svg": "top_template",
    "week_sheet_pdf": "week_sheet",
    "weigh_out_pdf": "weigh_out",
}


def __getattr__(name: str) -> Any:
    """A sheet, loaded only now."""
    if name not in _WHERE:
        raise AttributeError(f"archtop.studio.sheets has no {name!r}")
    return getattr(import_module(f"archtop.studio.sheets.{_WHERE[name]}"), name)
