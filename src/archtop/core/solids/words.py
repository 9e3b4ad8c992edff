"""A loaf told to who cannot see it: its size, its layers and embeds, what stands on it, front to back."""

from __future__ import annotations

from collections import Counter

from archtop.core.base import listed
from archtop.core.document import Loaf, Pour
from archtop.core.plan import LoafPlan

__all__ = ["loaf_in_words"]


def loaf_in_words(loaf: Loaf, result: LoafPlan) -> tuple[str, ...]:
    """Sentences, from the floor up."""
    names = {colour.id: colour.name.lower() for colour in loaf.colours}
    wide, long = 2 * result.top.half_wide_mm, result.top.back_mm - result.top.front_mm
    found = [
        f"{loaf.name}: {long:.0f} mm long, {wide:.0f} mm wide, {result.level_mm + result.top.high_mm:.0f} mm high."
    ]
    for step, done in zip(loaf.work, result.fills, strict=True):
        if isinstance(step, Pour):
            colours = listed([names[share.colour] for share in step.colours])
            low, high = done.level_before_mm, done.level_after_mm
            found.append(f"{step.name}: {colours}, from {low:.0f} to {high:.0f} mm.")
    embeds = {embed.id: embed for embed in loaf.embeds}
    for name, count in Counter(embed.name for embed in result.embeds).items():
        first = next(embed for embed in result.embeds if embed.name == name)
        several = f"{count} × {name}" if count > 1 else name
        own = listed([names[colour] for colour in embeds[first.id].colours])
        found.append(f"{several} in {own}, {first.from_mm:.0f} to {first.to_mm:.0f} mm along the loaf.")
    for run in result.top.runs:
        colours = listed(sorted({names[colour] for bag in run.bags for colour in bag}))
        found.append(f"On top: {len(run.spots)} × {run.name}, {colours}.")
    pieces = {piece.id: piece for piece in loaf.pieces}
    lying = [*(result.top.scatter.strewn if result.top.scatter else ()), *result.top.pressed]
    found += [
        f"On top: {count} × {pieces[key].name}, {listed([names[colour] for colour in pieces[key].colours])}."
        for key, count in Counter(piece.pieces for piece in lying).items()
    ]
    if not result.cuts.whole:
        found.append(f"Cut into {sum(bar.parts for bar in result.cuts.bars)} bars.")
    return tuple(found)
