"""Which pots a loaf needs: one for each column and each set of small pieces, then the loaf's own."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from graphlib import CycleError, TopologicalSorter
from typing import NamedTuple, TypedDict

from archtop.core.base import FROSTING, LOAF, Figure, InputError, PotId
from archtop.core.chemistry import Additive, AdditiveDose, Batter, Fat, ScentBlend, additive_named, fat_named, stage_of
from archtop.core.document import (
    Cupboard,
    Embed,
    Filling,
    Loaf,
    Pieces,
    Pour,
    WholePot,
    batch_of,
    by_colour,
    fillings_of,
    mixings_of,
    shreds_stirred_in,
)
from archtop.core.pots.additions import Wanted, additions_for, whole_batter
from archtop.core.pots.casting_length import cast_length
from archtop.core.pots.cling import DEFAULT_FILM_MM, FILM_RANGE_MM
from archtop.core.pots.portion import PortionNeed, Scale
from archtop.core.pots.pot import Cast, CastBowl, OtherPot, Pot, PotKind, PotName, pot_for
from archtop.core.pots.scent_mixes import scent_mixes
from archtop.core.pours import Fill
from archtop.core.resolved import ResolvedLoaf
from archtop.core.top import TopPlan, mound_colours
from archtop.core.trade import Made, block_g

__all__ = ["Potter", "pots_of", "volumes_of"]

# So many other pots are named.
_NAMED = 4


class _Things(TypedDict):
    """What goes into batter is looked up in these."""

    cupboard: Cupboard
    blends: Mapping[str, ScentBlend]
    carrier: Fat


def pots_of(of: ResolvedLoaf, fills: Sequence[Fill], top: TopPlan) -> tuple[Pot, ...]:
    """A pot for each casting that is mixed, or for several that are cast together, then the loaf's own.

    :param top: frosting of each colour, and the mound
    :raises InputError: ``casting.too_short`` when a column mould is too short; of the additions
    """
    loaf, potter = of.loaf, Potter(of)
    casts = [cast for i in range(len(loaf.embeds)) for cast in _columns(of, potter, i)]
    casts += [cast for piece in loaf.pieces for cast in _small_pieces(of, potter, piece)]
    casts += _blocks(of)
    pots = [_pot_for_casts(potter, loaf, pot, together) for pot, together in _in_order(loaf, casts)]
    frosting = _frosting_needs(loaf, top)
    if loaf.frosting and loaf.frosting.formula:
        # Mixed first, so that it is ready when the loaf is poured.
        pots.append(potter.pot(FROSTING, loaf.frosting.name, "frosting", loaf.frosting.formula, frosting))
        frosting = []
    needs = [*_pour_needs(loaf, fills, top), *frosting, *_kept_needs(loaf)]
    return (*_with_others(loaf, pots), potter.pot(LOAF, loaf.name, "loaf", None, needs))


class _ToCast(NamedTuple):
    """A casting with the bowls that it needs; ``thing``: what is cast, whichever filling; ``after``: firm before."""

    pot: PotId
    name: str
    kind: PotKind
    formula: str | None
    needs: list[PortionNeed]
    thing: str
    after: PotId | None = None


def _in_order(loaf: Loaf, casts: Sequence[_ToCast]) -> Iterator[tuple[PotId, list[_ToCast]]]:
    """Castings by the pot that they are mixed in, no pot before what must be firm by then."""
    shared = batch_of(loaf)
    pots: dict[PotId, list[_ToCast]] = {}
    for cast in casts:
        pots.setdefault(shared.get(str(cast.pot), cast.pot), []).append(cast)
    mixed_in = {cast.pot: pot for pot, together in pots.items() for cast in together}
    waits = {pot: [mixed_in[cast.after] for cast in together if cast.after] for pot, together in pots.items()}
    try:
        for pot in TopologicalSorter(waits).static_order():
            yield pot, pots[pot]
    except CycleError as error:
        names = [pots[pot][0].name for pot in error.args[1][1:]]
        raise InputError.one(
            "batch.ring",
            "batches",
            " and ".join(names),
            "each would have to be firm before the other is mixed",
            "Cast one of them by itself.",
        ) from error


def _pot_for_casts(potter: Potter, loaf: Loaf, pot: PotId, together: Sequence[_ToCast]) -> Pot:
    """One pot for what is cast together: a bowl to each colour, whatever it fills."""
    if len(together) == 1 and pot == together[0].pot:
        (alone,) = together
        mixed = potter.pot(pot, alone.name, alone.kind, alone.formula, alone.needs)
        return mixed.model_copy(update={"casts": (_cast(alone, {need.key: need for need in alone.needs}),)})
    name = next(batch.name for batch in loaf.batches if PotId.batch(batch.id) == pot)
    bowls: dict[str, PortionNeed] = {}
    for need in (need for cast in together for need in cast.needs):
        there = bowls.get(need.colour)
        bowls[need.colour] = PortionNeed(
            key=f"{pot}-{need.colour}",
            name=potter.colour_name(need.colour),
            colour=need.colour,
            volume_ml=need.volume_ml + (there.volume_ml if there else 0.0),
            use="casting",
        )
    mixed = potter.pot(pot, name, "batch", together[0].formula, list(bowls.values()))
    casts = tuple(_cast(cast, {need.key: bowls[need.colour] for need in cast.needs}) for cast in together)
    return mixed.model_copy(update={"casts": casts})


def _cast(cast: _ToCast, bowls: Mapping[str, PortionNeed]) -> Cast:
    """What a casting takes of which bowl."""
    taken = tuple(
        CastBowl(key=bowls[need.key].key, name=bowls[need.key].name, ml=need.volume_ml) for need in cast.needs
    )
    return Cast(
        id=str(cast.pot),
        name=cast.name,
        thing=cast.thing,
        together=str(cast.pot.first),
        kind=cast.kind,
        bowls=taken,
    )


def _with_others(loaf: Loaf, pots: Sequence[Pot]) -> tuple[Pot, ...]:
    """Pots that the scale cannot weigh are told which others of their formula they could be cast with."""
    after = {str(mixing.pot): str(mixing.after) for mixing in mixings_of(loaf) if mixing.after}

    def apart(one: Pot, other: Pot) -> bool:
        """Whether one holds what must be firm before the other is mixed."""
        ours, theirs = ({cast.id for cast in pot.casts} for pot in (one, other))
        return any(after.get(cast) in ours for cast in theirs) or any(after.get(cast) in theirs for cast in ours)

    def told(pot: Pot) -> Pot:
        own = PotId.parse(pot.id).first
        # Cast together, all fillings of a thing are one: it is offered once, by its own name.
        others = tuple(
            OtherPot(id=other.id, name=other.casts[0].thing if other.kind != "batch" else other.name)
            for other in pots
            if other.casts
            and other.formula == pot.formula
            and PotId.parse(other.id) == (first := PotId.parse(other.id).first)
            and first != own
            and not apart(pot, other)
        )
        helped = pot.unweighable and pot.unweighable.model_copy(update={"with_pots": others[:_NAMED]})
        return pot.model_copy(update={"unweighable": helped}) if helped else pot

    return tuple(told(pot) for pot in pots)


def _casting(key: str, name: str, colour: str, volume_ml: float) -> list[PortionNeed]:
    return [PortionNeed(key=key, name=name, colour=colour, volume_ml=volume_ml, use="casting")]


def _column_bowls(potter: Potter, embed: Embed, name: str, volume_ml: float) -> list[PortionNeed]:
    """A bowl for each of its colours; one bears the column's own name."""
    if embed.poured is None:
        return _casting(embed.id, name, embed.colour, volume_ml)
    return [
        need
        for colour, ml in by_colour(embed.shares, volume_ml).items()
        for need in _casting(f"{embed.id}-{colour}", potter.colour_name(colour), colour, ml)
    ]


def _columns(of: ResolvedLoaf, potter: Potter, i: int) -> Iterator[_ToCast]:
    """What is cast of one column, filling by filling: its figure first, then what surrounds it."""
    embed = of.loaf.embeds[i]
    if not embed.casting:
        return
    area = of.prisms[embed.id].profile.area
    length = cast_length(embed, i, area)
    inner = of.figures[embed.id].profile.area if embed.id in of.figures else 0.0
    for filling in fillings_of(of.loaf, embed):
        figure, own = None, PotId.cast(embed.id).filling(filling.number)
        if embed.figure and inner:
            figure = PotId.cast(embed.id, "figure").filling(filling.number)
            thing = f"{embed.figure.name} of {embed.name}"
            name = filling.named(thing)
            needs = _casting(f"{embed.id}-figure", name, embed.figure.colour, inner * length / 1000 * filling.out)
            yield _ToCast(figure, name, "column", embed.figure.formula or embed.formula, needs, thing)
        if not embed.casting.melted:
            volume, name = (area - inner) * length / 1000 * filling.out, filling.named(embed.name)
            yield _ToCast(
                own, name, "column", embed.formula, _column_bowls(potter, embed, name, volume), embed.name, figure
            )


def _small_pieces(of: ResolvedLoaf, potter: Potter, piece: Pieces) -> Iterator[_ToCast]:
    """What is cast of one set of small pieces, filling by filling: figures inside them first."""
    if piece.make.pot is None or piece.lot:
        return
    for filling in fillings_of(of.loaf, piece):
        yield from _one_filling(piece, filling, potter)


def _blocks(of: ResolvedLoaf) -> Iterator[_ToCast]:
    """Blocks that shreds are grated from."""
    for _, shreds in shreds_stirred_in(of.loaf):
        if shreds.cast and shreds.colour:
            formula = of.formula_of(shreds.formula).id
            volume = block_g(shreds.grams * of.loaf.moulds) / of.density[formula]
            needs = _casting(shreds.id, shreds.name, shreds.colour, volume)
            yield _ToCast(PotId.cast(shreds.id), shreds.name, "block", formula, needs, shreds.name)


def _one_filling(piece: Pieces, filling: Filling, potter: Potter) -> Iterator[_ToCast]:
    how, kind = piece.make.made(filling.out), piece.make.pot
    figures, own = None, PotId.cast(piece.id).filling(filling.number)
    if also := how.also:
        figures = PotId.cast(piece.id, "figures").filling(filling.number)
        thing = f"{also.name.capitalize()} of {piece.name}"
        name = filling.named(thing)
        needs = _casting(f"{piece.id}-figures", name, also.colour, also.takes_ml)
        yield _ToCast(figures, name, "cavity", piece.formula, needs, thing)
    needs = [
        need
        for colour, ml in volumes_of(piece, how).items()
        for need in _casting(*potter.named(piece, colour), colour, ml)
    ]
    if kind:
        yield _ToCast(own, filling.named(piece.name), kind, piece.formula, needs, piece.name, figures)


def _film(set_mm: float | None, cupboard: Cupboard) -> Figure:
    """Film on bowls [mm]: as set in the loaf, else the studio's own, else the usual."""
    lean, thick = FILM_RANGE_MM
    if set_mm is not None:
        # Set outside the believed range it is the maker's own knowledge: the range stretches to it.
        return Figure(
            value=set_mm,
            unit="mm",
            low=min(set_mm, lean),
            high=max(set_mm, thick),
            basis="estimate",
            how="as set in this loaf",
            source="your own guess",
        )
    if own := cupboard.rates.get("film"):
        return own.figure()
    return Figure(
        value=DEFAULT_FILM_MM,
        unit="mm",
        low=lean,
        high=thick,
        basis="estimate",
        how="nothing of your own yet",
        source="scraped to thick: a stated guess",
    )


class Potter:
    """Makes a loaf's pots: what its bowls need, with their colours filled in from the document and the cupboard."""

    def __init__(self, of: ResolvedLoaf) -> None:
        sizing = of.loaf.sizing
        self._of = of
        self._scale = Scale(
            film=_film(sizing.film_mm, of.cupboard),
            margin_percent=sizing.margin_percent,
            step_g=sizing.scale_step_g,
            fine_step_g=sizing.fine_step_g,
        )
        self._carrier = fat_named(sizing.carrier_fat, of.cupboard.fats)

    def pot(self, key: PotId, name: str, kind: PotKind, formula: str | None, needs: Sequence[PortionNeed]) -> Pot:
        """A pot for some bowls, of that formula or the loaf's own."""
        made_of = self._of.formula_of(formula)
        batter = self._of.batters[made_of.id]
        whole = self._of.whole_pots.get(str(key), WholePot(pot=str(key)))
        batter = whole_batter(batter, whole, name, **self._things())
        late = tuple(dose for dose in made_of.additives if stage_of(dose, self._additive(dose)) == "last")
        filled = [self._with_additions(need, batter, whole, late, alone=len(needs) == 1) for need in needs]
        more = sum(item.grams for item in self._of.loaf.sizing.more if item.pot == str(key))
        pot = pot_for(
            PotName(str(key), name, kind),
            made_of,
            batter,
            filled,
            fats=self._of.cupboard.fats,
            carrier=self._carrier,
            scale=self._scale,
            more_g=more,
        )
        blends, scents = self._of.blends, self._of.cupboard.scents
        mixes = scent_mixes((pot.on_scale, pot.thinned), blends, scents, self._scale.fine_step_g)
        return pot.model_copy(update={"scent_mixes": mixes})

    def _things(self) -> _Things:
        return {"cupboard": self._of.cupboard, "blends": self._of.blends, "carrier": self._carrier}

    def _additive(self, dose: AdditiveDose) -> Additive:
        return additive_named(dose.additive, self._of.cupboard.additives)

    def colour_name(self, colour: str) -> str:
        """What a colour of the loaf is called."""
        return self._of.colours[colour].name

    def named(self, piece: Pieces, colour: str) -> tuple[str, str]:
        """Key and name of the bowl for a colour of some pieces."""
        if colour == piece.colour and not piece.poured:
            return piece.id, piece.name
        return f"{piece.id}-{colour}", f"{self._of.colours[colour].name} for {piece.name}"

    def _with_additions(
        self, need: PortionNeed, batter: Batter, whole: WholePot, late: tuple[AdditiveDose, ...], *, alone: bool
    ) -> PortionNeed:
        """A bowl with its colour's things in it, and with what goes into every bowl at the very last."""
        colour = self._of.colours[need.colour]
        wanted = Wanted(need.name, colour.colourants, (*colour.additives, *late), colour.scent, alone, whole.scent)
        if wanted.nothing:
            return need
        return need.model_copy(update={"additions": additions_for(wanted, batter, **self._things())})


def volumes_of(piece: Pieces, made: Made) -> dict[str, float]:
    """Volume [ml] that each colour of some pieces takes, hands and offcuts counted, by the colour's id."""
    if piece.poured:
        return by_colour(piece.poured.colours, made.takes_ml)
    volumes: dict[str, float] = {}
    for colour, ml in (made.by_colour or {"": made.takes_ml}).items():
        volumes[colour or piece.colour] = volumes.get(colour or piece.colour, 0.0) + ml
    return volumes


def _pour_needs(loaf: Loaf, fills: Sequence[Fill], top: TopPlan) -> list[PortionNeed]:
    """One bowl for each colour poured, whatever mould it fills; the last pour's take the mound as well."""
    names = {colour.id: colour.name for colour in loaf.colours}
    poured: dict[str, float] = {}
    for work, done in zip(loaf.work, fills, strict=True):
        if isinstance(work, Pour):
            for share in work.colours:
                volume = loaf.moulds * done.batter.value * share.percent / 100
                poured[share.colour] = poured.get(share.colour, 0.0) + volume
    for also in loaf.also_filled:
        for colour, volume in also.bowls_ml().items():
            poured[colour] = poured.get(colour, 0.0) + volume
    for colour, percent in mound_colours(loaf):
        poured[colour] += loaf.moulds * top.mound_ml * percent / 100
    return [
        PortionNeed(key=f"pour-{key}", name=names[key], colour=key, volume_ml=volume, use="pour")
        for key, volume in poured.items()
    ]


def _kept_needs(loaf: Loaf) -> list[PortionNeed]:
    """One bowl for each batter that is kept back for another day."""
    names = {colour.id: colour.name for colour in loaf.colours}
    return [
        PortionNeed(
            key=f"kept-{i}",
            name=f"{names[kept.colour]}, kept for {kept.purpose}",
            colour=kept.colour,
            volume_ml=kept.volume_ml,
            use="kept",
        )
        for i, kept in enumerate(loaf.keeps)
    ]


def _frosting_needs(loaf: Loaf, top: TopPlan) -> list[PortionNeed]:
    """One bowl for each colour of the frosting."""
    if loaf.frosting is None:
        return []
    names = {colour.id: colour.name for colour in loaf.colours}
    kind = "piped" if loaf.frosting.formula else "held back"
    # Practised once, whatever is piped then; what a hand holds back has no practice told apart.
    practised_once = 0 if loaf.frosting.held_back_ml else loaf.moulds - 1
    return [
        PortionNeed(
            key=f"frosting-{need.colour}",
            name=f"{names[need.colour]}, {kind}",
            colour=need.colour,
            volume_ml=loaf.moulds * need.total.value - practised_once * need.practice_ml,
            use="frosting",
        )
        for need in top.colours
        if need.total.value > 0
    ]
