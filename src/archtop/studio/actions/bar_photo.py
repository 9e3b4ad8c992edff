"""A cut bar photographed on its card: read against the plan, and what of it may be written down, to be confirmed."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple

import numpy as np
from PIL import Image
from shapely import Polygon, clip_by_rect, get_coordinates

from archtop.core import InputError, LoafPlan
from archtop.core.base import Frozen, counted, in_words
from archtop.core.bench.clock import bowls_of
from archtop.core.camera import BarPlanned, BarSeen, PiecePlanned, read_bar
from archtop.core.colour import difference, lab_of, reflectance_of
from archtop.core.cuts import Bar
from archtop.core.faces import ColourField, Fallen, Marbling, fallen_in, field_of, marbling_at
from archtop.core.notebook import place_words, shade_words
from archtop.core.notebook.outcome import Fault, FoundEmbed, Marbled, SeenColour
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.plans import PlannedLoaf, Plans
from archtop.studio.models import Photo
from archtop.studio.photos import as_address

__all__ = ["BarRead", "Foreseen", "Proposal", "read_bar_photo"]

# Outcomes of the same plan that a bar is held against.
_OUTCOMES = 6
# Shares are read to about so much of a face.
_SHARE_OFF = 0.03
# From here on a top that leans is worth a word [degrees].
_LEANS_DEG = 2.0
# Ash: how much of the face [share], how bad, in words.
_ASH = ((0.25, 2, "all over"), (0.05, 1, "in places"), (0.01, 1, "a trace"))
_LARGE_HOLE_MM = 4.0
# With shorter edges than this a face is of one colour, or of plain layers [mm].
_LEAST_EDGES_MM = 150.0


class Proposal(Frozen):
    """Something that may be written into the notes, in words and as they keep it."""

    says: str
    embeds: tuple[FoundEmbed, ...] = ()
    colours: tuple[SeenColour, ...] = ()
    faults: tuple[Fault, ...] = ()
    marbled: tuple[Marbled, ...] = ()


class Foreseen(Frozen):
    """A colour's share of the poured soap in this face: as seen, and the least and the most of what was foreseen."""

    colour: str
    name: str
    seen: float
    least: float
    most: float
    says: str


class BarRead(Frozen):
    """What was read of a photographed bar; ``picture``: its face by white light, a JPEG as a data address."""

    seen: BarSeen
    says: tuple[str, ...]
    shares: tuple[Foreseen, ...]
    proposals: tuple[Proposal, ...]
    picture: str


class _Read(NamedTuple):
    """A photograph's loaf with what was seen of its bar, what fell in, and several outcomes of the same plan."""

    loaf: PlannedLoaf
    bar: Bar
    seen: BarSeen
    fallen: Fallen | None
    outcomes: tuple[ColourField, ...]

    @property
    def names(self) -> dict[str, str]:
        """Names of its pieces and colours by their keys."""
        document = self.loaf.document
        embeds = {embed.id: embed.name for embed in document.embeds}
        return embeds | {colour.id: colour.name for colour in document.colours}


def read_bar_photo(photo: Photo) -> BarRead:
    """What a kept photograph shows of its bar.

    :raises InputError: of :func:`archtop.core.camera.read_bar`; ``camera.whole``, ``camera.halved``; the loaf no longer
        plans
    """
    loaf = Plans(cupboard_of_studio(photo.loaf)).of(photo.loaf)
    bar = _bar_of(loaf.result, photo.bar or 1)
    with photo.file.open() as file, Image.open(file) as picture:
        points = np.asarray(picture.convert("RGB"))
    fallen = fallen_in(loaf.of, loaf.result.fills)
    seen, face = read_bar(points, _planned(loaf, bar, fallen), photo.focal)
    bowls = bowls_of(loaf.of, loaf.result)
    outcomes = tuple(field_of(loaf.of, loaf.result.fills, bowls, seed) for seed in range(1, _OUTCOMES + 1))
    read = _Read(loaf, bar, seen, fallen, outcomes)
    return BarRead(
        seen=seen,
        says=tuple(_says(seen)),
        shares=tuple(_foreseen(read)),
        proposals=tuple(_proposals(read)),
        picture=as_address(Image.fromarray(face)),
    )


def _bar_of(result: LoafPlan, number: int) -> Bar:
    if result.cuts.whole:
        raise InputError.one(
            "camera.whole", "photo", number, "this loaf is turned out whole", "Its pieces have no cut face to be read."
        )
    bar = result.cuts.slice_of(number)
    if bar.parts > 1:
        raise InputError.one(
            "camera.halved",
            "photo",
            number,
            f"this bar is cut into {in_words(bar.parts)}",
            "Photograph it before that, or measure it on the photograph by pressing.",
        )
    return bar


def _planned(loaf: PlannedLoaf, bar: Bar, fallen: Fallen | None) -> BarPlanned:
    level = loaf.result.level_mm
    mould = Polygon(bar.mould)
    left, foot, right, _ = mould.bounds
    face = clip_by_rect(mould, left, foot, right, level)
    outlines = {piece.id: np.array(piece.outline) for piece in loaf.result.embeds}
    return BarPlanned(
        outline=get_coordinates(face)[:-1],
        level_mm=level,
        thick_mm=bar.to_mm - bar.from_mm,
        pieces=tuple(
            PiecePlanned(embed.id, outlines[embed.id], (embed.across_mm, embed.up_mm))
            for embed in loaf.document.embeds
            if embed.id in bar.shows
        ),
        colours={colour.id: _points(colour.shown) for colour in loaf.result.colours if colour.used},
        fell=(fallen.ids, fallen.level_mm) if fallen else None,
    )


def _points(srgb: str) -> tuple[int, int, int]:
    red, green, blue = bytes.fromhex(srgb[1:])
    return red, green, blue


def _says(seen: BarSeen) -> Iterator[str]:
    yield (
        f"{seen.wide_mm:.1f} mm wide ({seen.planned_wide_mm:.1f} mm planned) and {seen.high_mm:.1f} mm high at its "
        f"middle ({seen.planned_high_mm:.1f} mm planned, without what stands on it); places to within "
        f"{2 * seen.within_mm:.1f} mm."
    )
    if not seen.lens_known:
        yield "The photograph does not tell its lens: the mould's width was taken for the scale."
    if abs(seen.leans_deg) > _LEANS_DEG:
        side = "right" if seen.leans_deg > 0 else "left"
        yield f"Its top rises {abs(seen.leans_deg):.0f}° to the {side}: the mould may not have stood level."


def _foreseen(read: _Read) -> Iterator[Foreseen]:
    """Each colour's share against several outcomes of the same plan."""
    outcomes = []
    for field in read.outcomes:
        areas = field.shares(read.bar.from_mm)
        whole = sum(areas.values()) or 1.0
        outcomes.append({key: area / whole for key, area in areas.items()})
    for colour in read.seen.colours:
        planned = [shares[colour.colour] for shares in outcomes]
        least, most = min(planned), max(planned)
        if most < 0.005 and colour.share < 0.02:
            continue
        off = max(least - colour.share, colour.share - most)
        more = "less" if colour.share < least else "more"
        says = "as foreseen" if off < _SHARE_OFF else f"{more} than foreseen"
        yield Foreseen(
            colour=colour.colour,
            name=read.names[colour.colour],
            seen=colour.share,
            least=least,
            most=most,
            says=says,
        )


def _proposals(read: _Read) -> Iterator[Proposal]:
    yield from _pieces(read)
    yield from _colours(read)
    yield from _marbled(read)
    yield from _holes(read)
    for share, bad, words in _ASH:
        if read.seen.veiled >= share:
            yield Proposal(
                says=f"A pale veil on {read.seen.veiled:.0%} of the face: ash, {words}? A damp cloth takes it off.",
                faults=(Fault(kind="ash", bad=bad, bars=(read.bar.number,), where=f"{words}, on the cut face"),),
            )
            break


def _pieces(read: _Read) -> Iterator[Proposal]:
    planned = {embed.id: embed for embed in read.loaf.document.embeds}
    for piece in read.seen.pieces:
        if not piece.found:
            continue
        plan = planned[piece.embed]
        up, across = piece.up_mm - plan.up_mm, piece.across_mm - plan.across_mm
        turned = f", turned by {abs(piece.turned_deg):.0f}°" if abs(piece.turned_deg) >= 3 else ""
        yield Proposal(
            says=f"{plan.name} lies {place_words(across, up)}{turned}.",
            embeds=(
                FoundEmbed(
                    embed=piece.embed,
                    bar=read.bar.number,
                    across_mm=round(piece.across_mm, 1),
                    up_mm=round(piece.up_mm, 1),
                ),
            ),
        )


def _colours(read: _Read) -> Iterator[Proposal]:
    shown = {colour.id: colour.shown for colour in read.loaf.result.colours}
    for colour in read.seen.colours:
        if colour.srgb is None:
            continue
        off = difference(lab_of(reflectance_of(colour.srgb)), lab_of(reflectance_of(shown[colour.colour])))
        yield Proposal(
            says=f"{read.names[colour.colour]} came out {shade_words(off)}.",
            colours=(SeenColour(colour=colour.colour, srgb=colour.srgb, how="white card"),),
        )


def _marbled(read: _Read) -> Iterator[Proposal]:
    """How marbled it is, against several outcomes of the same plan; where it lies in one colour there is nothing."""
    outcomes = [marbling_at(field, read.bar.from_mm, read.fallen) for field in read.outcomes]
    seen = Marbling(read.seen.edges_mm, read.seen.deep_mm)
    if seen.edges_mm < _LEAST_EDGES_MM or max(outcome.edges_mm for outcome in outcomes) < _LEAST_EDGES_MM:
        return
    says = [f"Edges between colours are {_against(seen.edges_mm, [outcome.edges_mm for outcome in outcomes])}"]
    depths = [outcome.deep_mm for outcome in outcomes if outcome.deep_mm is not None]
    if seen.deep_mm is not None and depths:
        says.append(f"what was poured into others reaches {_against(seen.deep_mm, depths)} down")
    yield Proposal(
        says=f"{'; '.join(says)}. Later faces learn from it how deep streams plunge and how far a pot is twisted.",
        marbled=(
            Marbled(
                bar=read.bar.number,
                edges_mm=round(seen.edges_mm, 1),
                deep_mm=None if seen.deep_mm is None else round(seen.deep_mm, 1),
            ),
        ),
    )


def _against(seen: float, foreseen: Sequence[float]) -> str:
    return f"{seen:.0f} mm (foreseen {min(foreseen):.0f} to {max(foreseen):.0f})"


def _holes(read: _Read) -> Iterator[Proposal]:
    holes = read.seen.holes
    if not holes:
        return
    largest = holes[0]
    where = f"largest {largest.wide_mm:.0f} mm wide, {largest.up_mm:.0f} mm up"
    yield Proposal(
        says=f"{counted(len(holes), 'dark hole').capitalize()}, the {where}.",
        faults=(
            Fault(
                kind="voids",
                bad=2 if largest.wide_mm > _LARGE_HOLE_MM else 1,
                bars=(read.bar.number,),
                where=where,
            ),
        ),
    )
