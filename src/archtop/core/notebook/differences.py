"""Plan against outcome: every way in which a loaf came out otherwise, in words, with the likeliest causes.

The plan must be the one the work was begun with.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Literal

from archtop.core.base import Frozen, counted
from archtop.core.colour import difference, lab_of, reflectance_of
from archtop.core.geometry import Inside
from archtop.core.notebook.causes import Cause, Circumstance, causes_of
from archtop.core.notebook.facts import Facts
from archtop.core.notebook.faults import fault_kinds
from archtop.core.notebook.outcome import LoafOutcome, last_said
from archtop.core.notebook.weighing import balance_of, cured_loss_percent, weight_ratio

__all__ = ["Difference", "differences_of", "place_words", "shade_words"]

Size = Literal["as planned", "a little", "much"]

# From here on a difference is a little, and much [mm, share, ΔE00, h]: ruler, kitchen scale and phone tell no finer.
_LEVEL_MM, _WEIGHT, _EMBED_MM, _PIPE, _SHADES = (1.5, 4.0), (0.03, 0.08), (2.0, 5.0), (0.35, 1.0), (5.0, 12.0)
# Bars farther apart than this are too unlike (common practice, no source) [g].
_BARS_G = 50.0
_BOWLS_G = (15.0, 50.0)
# A press and its neighbour tell no shorter times apart.
_TELLS_MIN = 2.0
# Windows of days are not told to the minute.
_NEAR_H = 1.0
_BAD: dict[int, Size] = {1: "a little", 2: "much", 3: "much"}


class Difference(Frozen):
    """Something planned and what came of it; ``size``: how far apart they are, in words."""

    what: str
    planned: str
    found: str
    size: Size
    says: str
    causes: tuple[Cause, ...] = ()


def differences_of(of: Circumstance, outcomes: Sequence[LoafOutcome]) -> tuple[Difference, ...]:
    """All of them, the largest first."""
    if not outcomes and of.facts == Facts():
        return ()
    found = [
        *_level(of, outcomes),
        *_batter(of, outcomes),
        *_bars(of, outcomes),
        *_embeds(of, outcomes),
        *_piping(of),
        *_colours(of, outcomes),
        *_times(of),
        *_cured(of, outcomes),
        *_faults(of, outcomes),
    ]
    sizes: tuple[Size, ...] = ("much", "a little", "as planned")
    return tuple(sorted(found, key=lambda item: sizes.index(item.size)))


_SHADE_WORDS: dict[Size, str] = {
    "as planned": "as forecast",
    "a little": "a little off its forecast",
    "much": "well off its forecast",
}


def shade_words(off: float) -> str:
    """How a colour came out against its forecast.

    :param off: CIEDE2000 difference, ΔE00 [-]
    """
    return _SHADE_WORDS[_size(off, _SHADES)]


def place_words(across: float, up: float) -> str:
    """Where something lies against its plan.

    :param across: to the right of it [mm]
    :param up: above it [mm]
    """
    ways = [f"{abs(up):.1f} mm {'higher' if up > 0 else 'lower'}"] if abs(up) >= 0.5 else []
    ways += [f"{abs(across):.1f} mm to the {'right' if across > 0 else 'left'}"] if abs(across) >= 0.5 else []
    return " and ".join(ways) or "where it was drawn"


def _size(off: float, limits: tuple[float, float]) -> Size:
    return "as planned" if abs(off) < limits[0] else "a little" if abs(off) < limits[1] else "much"


def _named(fault: str, of: Circumstance, size: Size) -> tuple[Cause, ...]:
    return causes_of(fault_kinds()[fault], of) if size != "as planned" else ()


def _level(of: Circumstance, outcomes: Sequence[LoafOutcome]) -> Iterator[Difference]:
    level = last_said(outcomes, "level_mm")
    if level is None:
        return
    planned = of.result.level_mm
    inside = Inside(of.loaf.mould, tuple(of.resolved.prisms.values()))
    rim = of.loaf.mould.height_mm
    ml = (inside.batter_below(min(level, rim)) - inside.batter_below(planned)) / 1000
    size = _size(level - planned, _LEVEL_MM)
    much = "over" if level > planned else "under"
    yield Difference(
        what="Fill level",
        planned=f"{planned:.1f} mm",
        found=f"{level:g} mm",
        size=size,
        says="It stands as high as planned."
        if size == "as planned"
        else f"It stands {abs(level - planned):.1f} mm {'higher' if ml > 0 else 'lower'}: {abs(ml):.0f} ml {much}.",
        causes=_named(much, of, size),
    )


def _batter(of: Circumstance, outcomes: Sequence[LoafOutcome]) -> Iterator[Difference]:
    balance = balance_of(of.result, outcomes, of.facts)
    if balance is None:
        return
    off = balance.film_found_g - balance.film_planned_g
    planned, found = (
        (balance.mixed_g - lost) / balance.oils_g for lost in (balance.film_planned_g, balance.film_found_g)
    )
    yield Difference(
        what="Soap from a gram of oils",
        planned=f"{planned:.3f} g",
        found=f"{found:.3f} g",
        size=_size(found / planned - 1, _WEIGHT),
        says=f"{balance.oils_g:.0f} g of oils came to {found * balance.oils_g:.0f} g of fresh soap, leftovers and all.",
    )
    size = _size(off, _BOWLS_G)
    left = f", and {balance.left_g:.0f} g were left over" if balance.left_g else ""
    yield Difference(
        what="Batter on the bowls",
        planned=f"{balance.film_planned_g:.0f} g",
        found=f"{balance.film_found_g:.0f} g",
        size=size,
        says=f"All that was mixed less what the bars weigh leaves {balance.film_found_g:.0f} g on the bowls{left}.",
        causes=()
        if size == "as planned"
        else (
            Cause(
                says=f"bowls are scraped {'less clean' if off > 0 else 'cleaner'} than planned",
                evidence=f"{balance.share_weighed:.0%} of the loaf was weighed",
            ),
        ),
    )


def _bars(of: Circumstance, outcomes: Sequence[LoafOutcome]) -> Iterator[Difference]:
    planned = of.result.cuts.in_all
    count = last_said(outcomes, "bars")
    if count is not None:
        yield Difference(
            what="Bars",
            planned=str(planned),
            found=str(count),
            size="as planned" if count == planned else "much",
            says="Every bar came off."
            if count == planned
            else f"{abs(count - planned)} {'more' if count > planned else 'fewer'} than planned.",
        )
    ratio = weight_ratio(of.result, outcomes)
    if ratio:
        size = _size(ratio[0] - 1, _WEIGHT)
        yield Difference(
            what="Weight of a fresh bar",
            planned="100 %",
            found=f"{ratio[0]:.1%}",
            size=size,
            says=f"Against their plan, {counted(ratio[1], 'bar')} on the scale: {ratio[0] - 1:+.1%}.",
            causes=_named("over" if ratio[0] > 1 else "under", of, size),
        )
    fresh = [item.grams for outcome in outcomes if outcome.stage == "cut" for item in outcome.weights]
    if len(fresh) > 1:
        spread = max(fresh) - min(fresh)
        size = _size(spread - of.result.cuts.spread_g.value, (_BARS_G / 5, _BARS_G))
        yield Difference(
            what="Heaviest less lightest",
            planned=f"{of.result.cuts.spread_g.value:.0f} g",
            found=f"{spread:.0f} g",
            size=size,
            says=f"{spread:.0f} g lie between the bars; {_BARS_G:.0f} g is too much (common practice).",
            causes=_named("crooked", of, size),
        )


def _embeds(of: Circumstance, outcomes: Sequence[LoafOutcome]) -> Iterator[Difference]:
    for embed in of.loaf.embeds:
        marks = [mark for outcome in outcomes for mark in outcome.embeds if mark.embed == embed.id]
        if not marks:
            continue
        across = sum(mark.across_mm for mark in marks) / len(marks) - embed.across_mm
        up = sum(mark.up_mm for mark in marks) / len(marks) - embed.up_mm
        size = _size(math.hypot(across, up), _EMBED_MM)
        yield Difference(
            what=f"Where {embed.name} lies",
            planned=f"{embed.across_mm:g} across, {embed.up_mm:g} up",
            found=f"{embed.across_mm + across:.1f} across, {embed.up_mm + up:.1f} up [mm]",
            size=size,
            says=f"{embed.name} lies {place_words(across, up)}, in {counted(len(marks), 'face')}.",
            causes=_named("sunk" if up < 0 else "tilted", of, size),
        )


def _piping(of: Circumstance) -> Iterator[Difference]:
    for run in of.result.top.runs:
        planned = run.minutes.value
        if run.id in of.facts.pipe_min and planned >= _TELLS_MIN:
            found = of.facts.pipe_min[run.id]
            size = _size(found / planned - 1, _PIPE)
            yield Difference(
                what=f"Time to pipe {run.name}",
                planned=f"{planned:.0f} min",
                found=f"{found:.0f} min",
                size=size,
                says=f"{found:.0f} min from the press before to the last of it, {planned:.0f} min planned.",
                causes=_slow(of, size) if found > planned else (),
            )


def _slow(of: Circumstance, size: Size) -> tuple[Cause, ...]:
    """Frosting that was not ready, where the clock saw it; else hands."""
    seen = tuple(cause for cause in _named("soft", of, size) if cause.evidence)
    return seen or (Cause(says="your hands take longer than the plan's", evidence=""),) if size != "as planned" else ()


def _colours(of: Circumstance, outcomes: Sequence[LoafOutcome]) -> Iterator[Difference]:
    # A colour that the loaf has lost since then has nothing to be held against.
    shown = {colour.id: colour for colour in of.result.colours}
    for seen in [item for item in last_said(outcomes, "colours") or () if item.colour in shown]:
        plan = shown[seen.colour]
        off = difference(lab_of(reflectance_of(seen.srgb)), lab_of(reflectance_of(plan.shown)))
        size = _size(off, _SHADES)
        yield Difference(
            what=f"Colour of {plan.name}",
            planned=plan.shown,
            found=seen.srgb,
            size=size,
            says=f"{plan.name} came out {_SHADE_WORDS[size]}, told "
            + ("by eye." if seen.how == "by eye" else "against a white card."),
            causes=_named("off-colour", of, size),
        )


def _times(of: Circumstance) -> Iterator[Difference]:
    cut = next((task for task in of.result.schedule if task.key == "cut"), None)
    if of.facts.mould_h is not None and cut:
        hours = of.facts.mould_h
        early = hours < cut.earliest_h - _NEAR_H
        late = cut.latest_h is not None and hours > cut.latest_h + _NEAR_H
        until = f" to {cut.latest_h:.0f}" if cut.latest_h else ""
        yield Difference(
            what="Time in the mould",
            planned=f"{cut.earliest_h:.0f}{until} h",
            found=f"{hours:.0f} h",
            size="a little" if early or late else "as planned",
            says="Cut before its window: it may stick or tear."
            if early
            else "Cut after its window: it may crumble under the wire."
            if late
            else "Cut in its window.",
        )
    if of.facts.poured_at and of.loaf.pour_on:
        days = (of.facts.poured_at.date() - of.loaf.pour_on).days
        off = f"{counted(abs(days), 'day')} {'late' if days > 0 else 'early'}"
        yield Difference(
            what="Day of the pour",
            planned=of.loaf.pour_on.isoformat(),
            found=of.facts.poured_at.date().isoformat(),
            size="as planned" if days == 0 else "a little" if abs(days) <= 2 else "much",
            says=f"Poured {off}." if days else "Poured on its day.",
        )


def _cured(of: Circumstance, outcomes: Sequence[LoafOutcome]) -> Iterator[Difference]:
    lost = cured_loss_percent(outcomes)
    if lost:
        bar = of.result.cuts.bars[0]
        planned = 100 * (1 - bar.cured.value / bar.weight.value)
        yield Difference(
            what="Lost in curing",
            planned=f"{planned:.1f} %",
            found=f"{lost[0]:.1f} %",
            size=_size(lost[0] - planned, (2.0, 5.0)),
            says=f"{counted(lost[1], 'bar')} lost {lost[0]:.1f} % by weight.",
        )


def _faults(of: Circumstance, outcomes: Sequence[LoafOutcome]) -> Iterator[Difference]:
    for outcome in outcomes:
        for fault in outcome.faults:
            kind = fault_kinds()[fault.kind]
            bars = f" on bars {', '.join(map(str, fault.bars))}" if fault.bars else ""
            yield Difference(
                what=kind.name,
                planned="no",
                found=("a blemish", "a second", "a loss")[fault.bad - 1],
                size=_BAD[fault.bad],
                says=f"Seen when {outcome.stage if outcome.stage != 'one week' else 'a week old'}{bars}"
                + (f": {fault.where}." if fault.where else "."),
                causes=causes_of(kind, of),
            )
