"""What cuts a loaf and how it lies then: wire or knife, upright or on its side, with the reasons.

Common practice, no source; what each loaf gives reason for is told from its own document.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Literal

from archtop.core.base import Frozen
from archtop.core.colour import lab_of, reflectance_of
from archtop.core.document import Loaf, Pour

__all__ = ["CutHow", "how_to_cut"]

# Darker and lighter than these (CIELAB L*), a wire draws the one over the other; stated guesses.
_DARK, _LIGHT = 35.0, 72.0


class CutHow(Frozen):
    """The tool, how the loaf lies, and why; ``mind``: what else to mind while cutting."""

    tool: Literal["wire", "knife"]
    lies: Literal["upright", "on its side"]
    reasons: tuple[str, ...]
    mind: tuple[str, ...]


def how_to_cut(loaf: Loaf, on_side: str | None, shown: Mapping[str, str], over_a_cut: int = 0) -> CutHow:
    """How to cut a loaf.

    :param on_side: why its top asks for it to lie on its side, if it does
    :param shown: what each colour looks like, as sRGB, by its id
    :param over_a_cut: how many pieces on top lie where the wire goes, and should not
    """
    hard = tuple(_hard(loaf))
    reasons = [on_side] if on_side else []
    if hard:
        reasons.append(
            f"A thin knife along a guide: {', '.join(hard)} {'is' if len(hard) == 1 else 'are'} harder than the loaf "
            "and would bend a wire or be pulled out by it."
        )
    if over_a_cut:
        lies = "1 piece on top lies" if over_a_cut == 1 else f"{over_a_cut} pieces on top lie"
        reasons.append(f"{lies} where it goes: take them off first, or move them.")
    return CutHow(
        tool="knife" if hard else "wire",
        lies="on its side" if on_side else "upright",
        reasons=tuple(reasons) or ("Nothing on or in the loaf stands against it.",),
        mind=tuple(_mind(loaf, shown)),
    )


def _hard(loaf: Loaf) -> Iterator[str]:
    """What is in the loaf and older or harder than it: from the shelf, or melted and poured."""
    yield from (embed.name for embed in loaf.embeds if embed.lot)
    used = {pieces for step in loaf.work for pieces, _ in step.strews()}
    yield from (piece.name for piece in loaf.pieces if piece.id in used and (piece.lot or piece.make.hard))


def _mind(loaf: Loaf, shown: Mapping[str, str]) -> Iterator[str]:
    names = {colour.id: colour.name for colour in loaf.colours}
    inside = {share.colour for step in loaf.work if isinstance(step, Pour) for share in step.colours}
    inside |= {shown for embed in loaf.embeds for shown in embed.colours}
    lightness = {key: lab_of(reflectance_of(srgb))[0] for key, srgb in shown.items() if key in inside}
    dark = [names[key] for key, value in lightness.items() if value < _DARK]
    light = [names[key] for key, value in lightness.items() if value > _LIGHT]
    if dark and light:
        yield f"Wipe the {'blade' if any(_hard(loaf)) else 'wire'} before every cut: {dark[0]} smears over {light[0]}."
    yield "Young soap is still caustic: gloves on."
