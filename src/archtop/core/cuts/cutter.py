"""What cuts a loaf and how it lies then: wire or knife, upright or on its side, with the reasons.

Common practice, no source; what each loaf gives reason for is told from its own document.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from typing import Literal, NamedTuple

from archtop.core.base import Frozen
from archtop.core.colour import lab_of, reflectance_of
from archtop.core.document import Loaf, Pour

__all__ = ["AsItStands", "CutHow", "how_to_cut"]

# Darker and lighter than these (CIELAB L*), a wire draws the one over the other; stated guesses.
_DARK, _LIGHT = 35.0, 72.0
# A top that stands out no further than this bears the loaf upside down [mm]; a stated guess.
_FLAT_MM = 5.0
# After so many days out of its mould soap is harder than a loaf of a day or two: a stated guess.
_HARD_DAYS = 10
_AS = {"upright": "standing", "on its side": "on its side", "upside down": "upside down"}


Tool = Literal["wire", "knife", "kitchen knife"]
Lies = Literal["upright", "on its side", "upside down"]


class CutHow(Frozen):
    """The tool, how the loaf lies, and why; ``mind``: what else to mind while cutting.

    ``through_mm``: as high as it lies then; ``clash``: what speaks against cutting it so, where something does;
    ``way``: the nearest way out of that.
    """

    tool: Tool
    lies: Lies
    through_mm: float
    reasons: tuple[str, ...]
    mind: tuple[str, ...]
    clash: str | None = None
    way: str | None = None


class AsItStands(NamedTuple):
    """What a loaf brings to the cutter: height with its top and width [mm], what its top and its pieces ask for.

    ``on_side``: why it is to lie on its side, if it is; ``over_a_cut``: pieces on top that lie where a wire goes and
    should not; ``tops_mm``: how far its top stands over its level. ``old``: days that things from the shelf have lain
    when it is cut, by their lot, as far as they are known.
    """

    high_mm: float
    wide_mm: float
    tops_mm: float
    on_side: str | None = None
    over_a_cut: int = 0
    old: Mapping[str, int] = {}


def how_to_cut(loaf: Loaf, stands: AsItStands, shown: Mapping[str, str]) -> CutHow:
    """How to cut a loaf: as its hand has chosen, or as it asks for.

    :param shown: what each colour looks like, as sRGB, by its id
    """
    return _Cutting(loaf, stands).how(shown)


class _Cutting:
    """One loaf at the cutter."""

    def __init__(self, loaf: Loaf, stands: AsItStands) -> None:
        self.loaf, self.stands, self.cutter = loaf, stands, loaf.cuts.cutter_mm
        self.hard = tuple(_hard(loaf, stands.old))
        self.tool: Tool = loaf.cuts.tool or ("knife" if self.hard else "wire")
        self.too_high = self.tool == "wire" and self.cutter is not None and stands.high_mm > self.cutter
        asks_for = bool(stands.on_side) or (self.too_high and self.fits_lying)
        self.lies: Lies = loaf.cuts.lies or ("on its side" if asks_for else "upright")
        self.through = stands.wide_mm if self.lies == "on its side" else stands.high_mm

    @property
    def fits_lying(self) -> bool:
        return self.cutter is None or self.stands.wide_mm <= self.cutter

    def how(self, shown: Mapping[str, str]) -> CutHow:
        reasons, clashes = tuple(self.reasons()), tuple(self.clashes())
        return CutHow(
            tool=self.tool,
            lies=self.lies,
            through_mm=self.through,
            reasons=reasons or (() if clashes else (f"Nothing will catch the {self.tool}.",)),
            mind=tuple(self.mind(shown)),
            clash=" ".join(says for says, _ in clashes) or None,
            way=clashes[0][1] if clashes else None,
        )

    def reasons(self) -> Iterator[str]:
        if self.lies == "on its side":
            if self.stands.on_side:
                yield self.stands.on_side
            elif self.too_high:
                yield f"Cut it lying on its side: upright it stands {self.stands.high_mm:.0f} mm high with its top."
            else:
                yield "Cut it lying on its side, as you chose."
        if self.hard and self.tool != "wire":
            yield (
                f"A thin knife along a guide: {_are(self.hard)} harder than the loaf and would bend a wire or be "
                "pulled out by it."
            )
        if over := self.stands.over_a_cut:
            lie = "1 piece on top lies" if over == 1 else f"{over} pieces on top lie"
            yield f"{lie} where it goes: take them off first, or move them."

    def clashes(self) -> Iterator[tuple[str, str]]:
        """What speaks against it, each with the nearest way out."""
        stands = self.stands
        if self.tool == "wire" and self.cutter is not None and self.through > self.cutter:
            way = "Cut it with a knife along a guide, or make it lower."
            if self.lies != "on its side" and self.fits_lying:
                way = f"Cut it lying on its side, where it is {stands.wide_mm:.0f} mm high."
            yield f"The loaf is {self.through:.0f} mm high {_AS[self.lies]}; the cutter takes {self.cutter:g} mm.", way
        if stands.on_side and self.lies != "on its side":
            against = f"{stands.on_side[0].lower()}{stands.on_side[1:]}"
            yield f"It is to be cut {self.lies}, but: {against}", "Let it lie on its side."
        if self.hard and self.tool == "wire":
            yield (
                f"It is to be cut with a wire, and {_are(self.hard)} harder than the loaf: a wire bends there or pulls "
                "it out.",
                "Take a thin knife along a guide.",
            )
        if self.lies == "upside down" and stands.tops_mm > _FLAT_MM:
            yield (
                f"Upside down it would stand on its top, and {stands.tops_mm:.0f} mm of that stand out.",
                "Lay it on its side, or on a soft bed that its top sinks into.",
            )

    def mind(self, shown: Mapping[str, str]) -> Iterator[str]:
        yield from _smears(self.loaf, shown, "wire" if self.tool == "wire" else "blade")
        if self.tool == "kitchen knife":
            yield (
                "A kitchen knife has no guide of its own: mark every cut on both sides, press straight down in one go, "
                "and expect bars a millimetre or two off."
            )
        if whole := [piece.name for piece in self.loaf.pieces if piece.name in self.hard and not piece.make.soap]:
            yield f"No blade goes through {' or '.join(whole)}: cut beside them, or draw them out first."
        if self.lies == "upside down":
            yield "From the flat base down, so that the edge goes through what stands on top last."
        yield "Young soap is still caustic: gloves on."


def _are(names: Sequence[str]) -> str:
    return f"{', '.join(names)} {'is' if len(names) == 1 else 'are'}"


def _hard(loaf: Loaf, old: Mapping[str, int]) -> Iterator[str]:
    """What is in the loaf and harder than it: long from the shelf, or melted and poured."""
    yield from (embed.name for embed in loaf.embeds if embed.lot and old.get(embed.lot, _HARD_DAYS) >= _HARD_DAYS)
    used = {pieces for step in loaf.work for pieces, _ in step.strews()}
    for piece in loaf.pieces:
        long_there = piece.lot and old.get(piece.lot, _HARD_DAYS) >= _HARD_DAYS
        if piece.id in used and (long_there or piece.make.hard):
            yield piece.name


def _smears(loaf: Loaf, shown: Mapping[str, str], edge: str) -> Iterator[str]:
    names = {colour.id: colour.name for colour in loaf.colours}
    inside = {share.colour for step in loaf.work if isinstance(step, Pour) for share in step.colours}
    inside |= {shown for embed in loaf.embeds for shown in embed.colours}
    lightness = {key: lab_of(reflectance_of(srgb))[0] for key, srgb in shown.items() if key in inside}
    dark = [names[key] for key, value in lightness.items() if value < _DARK]
    light = [names[key] for key, value in lightness.items() if value > _LIGHT]
    if dark and light:
        yield f"Wipe the {edge} before every cut: {dark[0]} smears over {light[0]}."
