"""The cut: where the wire goes, what each bar weighs, what cuts it and how it lies."""

from archtop.core.cuts.also_cut import AlsoCut, also_cut
from archtop.core.cuts.cutter import AsItStands, CutHow, how_to_cut
from archtop.core.cuts.cutting import GAP_MM, Bar, CutPlan, bars_along, cut_loaf, cut_positions
from archtop.core.cuts.joints import CutShift, best_shift, joints_of
from archtop.core.cuts.met import cuts_met
from archtop.core.cuts.solid import solid_of
from archtop.core.cuts.stamping import StampPlan, stamping_of
from archtop.core.cuts.strips import Strips, cut_half_mm, is_oval, strips_along, strips_of
from archtop.core.cuts.weights import Solid, TopLoad

__all__ = [
    "GAP_MM",
    "AlsoCut",
    "AsItStands",
    "Bar",
    "CutHow",
    "CutPlan",
    "CutShift",
    "Solid",
    "StampPlan",
    "Strips",
    "TopLoad",
    "also_cut",
    "bars_along",
    "best_shift",
    "cut_half_mm",
    "cut_loaf",
    "cut_positions",
    "cuts_met",
    "how_to_cut",
    "is_oval",
    "joints_of",
    "solid_of",
    "stamping_of",
    "strips_along",
    "strips_of",
]
