"""Castings that serve two loaves: which are alike, and the network with them cast once."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Mapping, Sequence

from archtop.core.base import Frozen, JobKey, PotId
from archtop.core.document import Embed, Loaf, batch_of
from archtop.core.schedule.network import Link, Network, joined

__all__ = ["Alike", "alike_in", "cast_together", "mixed_at_once"]

# Batter that is mixed waits this long at most for the next mould [h]: a stated guess, its clock at the bench knows.
_WAITS_H = 0.25


class Alike(Frozen):
    """Two castings that could be one: their keys without ``cast.``, loaf first, and what they are."""

    first: str
    second: str
    says: str


def alike_in(loaves: Mapping[str, Loaf]) -> tuple[Alike, ...]:
    """Columns of two loaves that have the same outline, colour and formula, and fit into one casting together."""
    columns = [
        (ident, embed)
        for ident, loaf in loaves.items()
        for embed in loaf.embeds
        if loaf.moulds == 1
        # What is mixed with others of its loaf has its pot already.
        and embed.casting
        and not embed.lot
        and str(PotId.cast(embed.id)) not in batch_of(loaf)
    ]
    return tuple(_pairs(loaves, columns))


def _pairs(loaves: Mapping[str, Loaf], columns: Sequence[tuple[str, Embed]]) -> Iterator[Alike]:
    for (one, first), (other, second) in itertools.combinations(columns, 2):
        if one == other or first.casting is None or second.casting is None:
            continue
        if _kind(loaves[one], first) != _kind(loaves[other], second):
            continue
        room = first.casting.mould_length_mm - 2 * first.casting.trim_mm
        if first.length_mm + second.length_mm <= room:
            yield Alike(
                first=f"{one}/{first.id}",
                second=f"{other}/{second.id}",
                says=f"{first.name} for {loaves[one].name} and {second.name} for {loaves[other].name} are alike and "
                f"come out of one casting of {first.casting.mould_length_mm:g} mm.",
            )


def _kind(loaf: Loaf, embed: Embed) -> tuple[object, ...]:
    colour = next(colour for colour in loaf.colours if colour.id == embed.colour)
    formula = next(formula for formula in loaf.formulas if formula.id == (embed.formula or loaf.formula))
    material = (embed.casting.material, embed.casting.of) if embed.casting else None
    return (
        embed.outline,
        colour.srgb,
        colour.colourants,
        colour.additives,
        formula.fats,
        material,
        embed.figure is None,
        embed.poured is None,
    )


def cast_together(network: Network, groups: Sequence[tuple[str, str]]) -> Network:
    """The network with each second casting taken over by the first.

    :param groups: pairs of keys as in :class:`Alike`
    """
    names = {
        old: new
        for first, second in groups
        for part in ("cast", "out")
        for old, new in [(_job(second, part), _job(first, part))]
    }

    def name(key: str) -> str:
        return names.get(key, key)

    renamed = Network(
        jobs=tuple(job for job in network.jobs if job.key not in names),
        links=tuple(
            link.model_copy(update={"before": name(link.before), "after": name(link.after)}) for link in network.links
        ),
        holds=tuple(
            hold.model_copy(update={"start": name(hold.start), "end": name(hold.end)}) for hold in network.holds
        ),
    )
    return joined((renamed,))


def mixed_at_once(network: Network, mixed_in: Mapping[str, str]) -> Network:
    """The network with loaves poured right after the one in whose mixing they are mixed.

    :param mixed_in: by loaf, the loaf that mixes for it; one that is not in the network binds nothing
    """
    keys = {job.key for job in network.jobs}
    links = []
    for loaf, giver in mixed_in.items():
        before, after = str(JobKey(giver, "pour")), str(JobKey(loaf, "pour"))
        if before in keys and after in keys:
            why = "Mixed at once: batter does not wait."
            links.append(Link(before=before, after=after, least_h=0, most_h=_WAITS_H, why=why, basis="estimate"))
    return network.model_copy(update={"links": (*network.links, *links)})


def _job(alike: str, do: str) -> str:
    """A job of what :class:`Alike` names by its loaf and its column."""
    loaf, _, column = alike.partition("/")
    return str(JobKey(loaf, do, column))
