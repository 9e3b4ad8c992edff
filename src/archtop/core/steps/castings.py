"""What is cast or shaped beforehand: filled, turned out, cut, kneaded, melted."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from archtop.core.base import LOAF, PotId, in_words
from archtop.core.document import (
    Casting,
    Embed,
    Filling,
    Loaf,
    Pieces,
    Poured,
    fillings_of,
    painted_things,
    shreds_stirred_in,
)
from archtop.core.embeds import row_of
from archtop.core.pots import Cast, Melted, Pot, Sprinkled, cast_length
from archtop.core.resolved import ResolvedLoaf
from archtop.core.steps.step import ALCOHOL_CAUTION, POWDER_CAUTION, Amount, Step, each_of, on_dry
from archtop.core.steps.thinning import thinned_name, thinning_step
from archtop.core.trade import BASE_CAUTION

__all__ = ["casting_steps", "finishing_steps", "fitting_steps", "melting_steps", "painting_steps"]

_GRATERS = {
    "crumbs": "Rub it through the fine side, or crumble it.",
    "shreds": "On the coarse side of the grater.",
    "curls": "With a peeler or a plane, in long curls.",
}

_FILLS = {
    "column": ("Fill the mould", "Tap out the air; cover; write the hour on it."),
    "cavity": ("Fill the mould", "Tap out the air; scrape off flat; cover; write the hour on it."),
    "slab": ("Pour the sheet", "Level it; cover; cut it when it is firm but not yet hard. Keep the offcuts."),
    "block": ("Pour the block", "Into any mould; cover it and leave it overnight, until it holds together."),
    "dough": ("Leave it for dough", "Covered, until it no longer sticks; then knead, shape and let it rest."),
    "piped": ("Pipe ahead", "Onto paper; leave them about two days before they are pressed in."),
}


def casting_steps(of: ResolvedLoaf, pot: Pot) -> Iterator[Step]:
    """A mixed pot that is no loaf: into its moulds while it is fluid, then out of each or into shape."""
    yield from (_filled(of, pot, cast) for cast in pot.casts)
    for cast in pot.casts:
        named = PotId.parse(cast.id)
        if cast.kind == "column":
            yield _out(named, cast.name)
            yield from _sliced(of, named, cast.name)
        if cast.kind == "block":
            yield _grating(of, named, cast.name)
        if named.item in of.pieces:
            piece = of.pieces[named.item]
            yield from finishing_steps(piece, fillings_of(of.loaf, piece)[named.number - 1])


def _filled(of: ResolvedLoaf, pot: Pot, cast: Cast) -> Step:
    title, detail = _FILLS[cast.kind]
    named = PotId.parse(cast.id)
    embed = of.embeds.get(named.item)
    if embed and embed.poured:
        detail = f"{_of_several(of, embed.poured, 'the mould')} {detail}"
    if (piece := of.pieces.get(named.item)) and piece.poured:
        detail = f"{_of_several(of, piece.poured, 'each hollow')} {detail}"
    alike = fillings_of(of.loaf, embed)[named.number - 1].out if embed else 1
    each = ", each" if alike > 1 else ""
    if alike > 1:
        detail = f"{in_words(alike).capitalize()} moulds alike. {detail}"
    amounts = [
        Amount(key=f"fill-{bowl.key}", label=f"{bowl.name}{each}", value=bowl.ml / alike, unit="ml")
        for bowl in cast.bowls
    ]
    if embed and embed.casting and not embed.row:
        detail = _held(embed.casting.mould_length_mm) + detail
        amounts.append(_poured_long(of, embed, embed.casting))
    return Step(
        key=str(named.step("cast")),
        stage=pot.name,
        do="cast",
        title=f"{title}: {cast.name}",
        detail=detail,
        amounts=tuple(amounts),
    )


# What is no taller than this stands by itself (a stated guess).
_STANDS_MM = 150.0


def _held(tall_mm: float) -> str:
    """Who helps with a mould that stands tall (common practice, no source)."""
    return "Where it stands upright, a second pair of hands holds it. " if tall_mm > _STANDS_MM else ""


def _of_several(of: ResolvedLoaf, poured: Poured, where: str) -> str:
    """Colours with their shares, and how they go in."""
    names = ", ".join(f"{of.colours[share.colour].name} {share.percent:g} %" for share in poured.colours)
    return f"{names}. {poured.way.says(where)}"


def _poured_long(of: ResolvedLoaf, embed: Embed, casting: Casting) -> Amount:
    """How long a column is poured; its mould may be longer."""
    long = cast_length(embed, of.loaf.embeds.index(embed), of.prisms[embed.id].profile.area)
    short = f", of {casting.mould_length_mm:g} mm" if casting.mould_length_mm > long + 1 else ""
    return Amount(key="long", label=f"Pour it this long{short}", value=long, unit="mm")


def _grating(of: ResolvedLoaf, named: PotId, name: str) -> Step:
    shreds = next(shreds for _, shreds in shreds_stirred_in(of.loaf) if shreds.id == named.item)
    return Step(
        key=str(named.step("made")),
        stage=name,
        do="shape",
        title=f"Grate {name}",
        detail=f"{_GRATERS[shreds.grated]} Spread them out to dry a little, so that they do not clump. Young soap is "
        "still caustic: gloves on.",
        amounts=(Amount(key="shreds", label=name, value=shreds.grams * of.loaf.moulds, unit="g"),),
    )


def melting_steps(of: ResolvedLoaf, cast: Melted) -> Iterator[Step]:
    """Base that is bought, melted, coloured and poured: no lye, so no lye's steps."""
    named = PotId.parse(cast.id)
    piece = of.pieces.get(named.item)
    around = f" around {cast.around}" if cast.around else ""
    for mix in cast.thinned:
        yield thinning_step(named, cast.name, mix)
    yield Step(
        key=str(named.step("cast")),
        stage=cast.name,
        do="cast",
        title=f"Melt and pour {cast.name}{around}",
        detail=(f"Spritz {cast.around} first, so that it holds on, and let the base cool a little. " if around else "")
        + (f"{fillings_of(of.loaf, piece)[named.number - 1].out} pieces. " if piece else "")
        + "Set in two or three hours; cut soon after, it hardens against the wire.",
        amounts=(
            Amount(key=cast.base, label=cast.base_name, value=cast.grams, unit="g"),
            *(
                Amount(key=jar.key, label=thinned_name(jar), value=jar.grams, unit="g", fine=True)
                for jar in cast.colourants
            ),
            Amount(key="base", label="To fill", value=cast.ml, unit="ml"),
        ),
        cautions=(BASE_CAUTION, *((POWDER_CAUTION,) if cast.colourants else ())),
    )
    if piece:
        yield from finishing_steps(piece, fillings_of(of.loaf, piece)[named.number - 1])
    else:
        yield _out(named, cast.name)
        yield from _sliced(of, named, cast.name)


def painting_steps(loaf: Loaf, sprinkled: Sequence[Sprinkled]) -> Iterator[Step]:
    """A jar brushed onto what goes into the loaf, once it is out of its mould."""
    for _, thing, painted in painted_things(loaf):
        key = str(LOAF.step("paint", thing.id))
        yield Step(
            key=key,
            stage=thing.name,
            do="shape",
            title=f"Paint {thing.name}: {painted.where}",
            detail=f"{each_of(loaf.moulds)}With a soft brush, dry or in a drop of alcohol; let it dry before it is "
            "laid in.",
            amounts=on_dry(key, sprinkled),
            cautions=(POWDER_CAUTION, ALCOHOL_CAUTION),
        )


def fitting_steps(loaf: Loaf) -> Iterator[Step]:
    """What is laid in is tried in the empty mould, while there is time to trim."""
    if loaf.embeds:
        names = ", ".join(embed.name for embed in loaf.embeds)
        yield Step(
            key=str(LOAF.step("fit")),
            stage=loaf.name,
            do="shape",
            title="Trim and dry-fit",
            detail=f"{each_of(loaf.moulds)}Set {names} into the empty mould as they will lie: do their ends meet, does "
            "the lid close? Mark their heights on the mould, and take them out again.",
        )


def _out(named: PotId, name: str) -> Step:
    return Step(
        key=str(named.step("out")),
        stage=name,
        do="wait",
        title=f"Turn out {name}",
        detail="Not before it gives no more under a thumb. Trim its ends square; keep what is trimmed.",
    )


def _sliced(of: ResolvedLoaf, named: PotId, name: str) -> Iterator[Step]:
    """Pieces of a row: cut apart, sliced flat and lined up."""
    embed = of.embeds.get(named.item)
    row = row_of(embed, of.prisms[embed.id].profile.area) if embed else None
    if embed is None or embed.row is None or row is None:
        return
    faces = "both faces" if embed.row.faces == "both" else "the open face"
    slices = f"slice {embed.row.slice_mm:g} mm off {faces}, " if embed.row.slice_mm else ""
    yield Step(
        key=str(named.step("sliced")),
        stage=name,
        do="shape",
        title=f"Slice {name} and line it up",
        detail=f"{row.count} pieces of {embed.row.piece_mm:g} mm: {slices}lay them end to end and see that their faces "
        "meet. Keep what is sliced off.",
    )


def finishing_steps(piece: Pieces, filling: Filling) -> Iterator[Step]:
    """From the poured slab, cavity or bowl of dough to pieces on the shelf."""
    name = filling.named(piece.name)
    for told in piece.make.finishing(name, filling.out, piece.make.made(filling.out)):
        key = PotId.cast(piece.id).filling(filling.number).step(told.key)
        yield Step(key=str(key), stage=name, do=told.do, title=told.title, detail=told.detail)
