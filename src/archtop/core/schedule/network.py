"""What must be done for a loaf, and what must lie between: jobs of hands, waits, and moulds that stay full.

A wait runs from the end of one job to the start of another. A mould is full from the start of a casting to the end of
its turning out. Nothing here knows of days: that is the solver's.
"""

from __future__ import annotations

import hashlib
import math
from collections.abc import Iterator, Mapping, Sequence
from itertools import pairwise
from typing import Annotated, Final, Literal, NamedTuple, Protocol

from pydantic import Field

from archtop.core.base import Basis, Frozen, JobKey, PotId, Rate
from archtop.core.chemistry import Measures
from archtop.core.document import (
    AlsoFilled,
    Batch,
    Embed,
    Figurine,
    Filling,
    Loaf,
    Pieces,
    Shreds,
    fillings_of,
    shreds_stirred_in,
)
from archtop.core.embeds import EmbedPlan
from archtop.core.gel import GelPlan
from archtop.core.geometry import Mould
from archtop.core.schedule.circumstances import Circumstances, wait_in, wait_in_mould
from archtop.core.schedule.hands import also_out_min, cut_min, fill_min, pour_min
from archtop.core.schedule.waits import Wait
from archtop.core.top import TopPlan
from archtop.core.trade import Made

__all__ = ["PASSING", "Hold", "Job", "JobKind", "Link", "Network", "joined", "network_of"]

JobKind = Literal["cast", "turn out", "fit", "pour", "spritz", "look", "cut", "cured"]
# What makes sense in its window alone: missed, it is gone.
PASSING: Final[frozenset[JobKind]] = frozenset({"spritz", "look"})

# How long hands are at it [min]: stated guesses, lye and washing up included.
_CAST_MIN, _OUT_MIN, _FIT_MIN, _SPRITZ_MIN, _LOOK_MIN = 60, 15, 45, 15, 5
_GRATE_MIN = 30
# What is melted needs no pot to be mixed in.
_MELT = "Melt and pour"
# Gel spreads for an hour at least.
_LOOK_H = 1.0
# The next mould of the same batch: how long it takes [min], and how soon after the last it is filled [h].
_FILL_MIN, _NEXT_H = 15, 0.25

# Windows are made of days: who is late by a quarter of an hour, of a short one by a twentieth, kept it.
_GRACE_H, _GRACE_SHARE = 0.25, 0.05


class Job(Frozen):
    """Work of hands; ``cured`` takes none: it is when a loaf is ready."""

    key: str
    loaf: str
    title: str
    kind: JobKind
    minutes: int


class Link(Frozen):
    """From the end of ``before`` to the start of ``after``: at least, and at most where there is a most [h].

    ``rate``: the studio's own number that moves it.
    """

    before: str
    after: str
    least_h: float
    most_h: float | None
    why: str
    basis: Basis
    rate: str = ""

    @property
    def grace_h(self) -> float:
        """How long after its last moment it is not called missed [h]: no hand presses to the minute."""
        return min(_GRACE_H, _GRACE_SHARE * (self.most_h or 0.0))


class Hold(Frozen):
    """A mould, or ``count`` of it, that is full from the start of one job to the end of another."""

    mould: str
    name: str
    start: str
    end: str
    count: Annotated[int, Field(ge=1, le=1000)] = 1


class Network(Frozen):
    """Jobs in no order, waits between them, moulds they hold."""

    jobs: tuple[Job, ...]
    links: tuple[Link, ...]
    holds: tuple[Hold, ...]

    def on_days(self) -> Network:
        """What a day can be chosen for: a loaf is looked at when its heat says so, be it at night."""
        looks = {job.key for job in self.jobs if job.kind == "look"}
        return Network(
            jobs=tuple(job for job in self.jobs if job.key not in looks),
            links=tuple(link for link in self.links if link.after not in looks),
            holds=self.holds,
        )

    def at_once(self) -> dict[str, int]:
        """How many of each mould the job takes that takes most: so many there must be."""
        most: dict[str, int] = {}
        for hold in self.holds:
            most[hold.mould] = max(most.get(hold.mould, 1), hold.count)
        return most


class Planned(Protocol):
    """What of a loaf's plan decides how long things take and wait."""

    @property
    def embeds(self) -> tuple[EmbedPlan, ...]:
        """Embeds."""

    @property
    def made(self) -> Mapping[str, Made]:
        """Small pieces."""

    @property
    def measures(self) -> Mapping[str, Measures]:
        """Readings of each formula, as of a lined box."""

    @property
    def top(self) -> TopPlan:
        """The top."""

    @property
    def gel(self) -> GelPlan:
        """Whether it gels."""

    @property
    def also_gels(self) -> Mapping[str, GelPlan]:
        """Whether what fills other moulds does, by their id."""


def network_of(loaf: Loaf, result: Planned, ident: str = "", own: Mapping[str, Rate] | None = None) -> Network:
    """The network of one loaf.

    :param ident: stands before every key, so that loaves can be put together
    :param own: what the studio has learned of its waits
    """
    return _Weaving(loaf, result, ident, own or {}).network()


def joined(networks: Iterator[Network] | tuple[Network, ...]) -> Network:
    """Several loaves' networks as one; a job of the same key in two of them is done once, for both."""
    jobs: dict[str, Job] = {}
    links: dict[tuple[str, str], Link] = {}
    holds: dict[tuple[str, str, str], Hold] = {}
    for network in networks:
        jobs |= {job.key: jobs.get(job.key, job) for job in network.jobs}
        links |= {(link.before, link.after): link for link in network.links}
        holds |= {(hold.mould, hold.start, hold.end): hold for hold in network.holds}
    return Network(jobs=tuple(jobs.values()), links=tuple(links.values()), holds=tuple(holds.values()))


class _Mould(NamedTuple):
    """So many of a mould: its key, what it is called."""

    key: str
    name: str
    many: int


class _How(NamedTuple):
    """What a casting and what comes after it are called and take, and whether a pot is mixed for it."""

    verb: str = "Cast"
    then: tuple[str, int] = ("Turn out", _OUT_MIN)
    mixed: bool = True


class _Weaving:
    """One loaf's jobs as they are found."""

    def __init__(self, loaf: Loaf, result: Planned, ident: str, own: Mapping[str, Rate]) -> None:
        self.loaf, self.result, self.own = loaf, result, own
        self.at = f"{ident}/" if ident else ""
        self.ident = ident
        self.jobs: list[Job] = []
        self.links: list[Link] = []
        self.holds: list[Hold] = []

    def network(self) -> Network:
        loaf = self.loaf
        top = self.result.top
        whole = loaf.mould.whole
        on_top = top.minutes.value + top.rest_min
        beside = sum(fill_min(item.moulds, item.mould.whole) for item in loaf.also_filled)
        hands = round(pour_min(len(loaf.work), on_top, loaf.moulds, whole) + beside)
        self.job("pour", "pour", f"Pour {loaf.name}", hands)
        self.in_a_pot("pour")
        if loaf.embeds:
            self.job("fit", "fit", f"Trim and dry-fit for {loaf.name}", _FIT_MIN)
            self.link(
                "fit",
                "pour",
                Wait(
                    earliest_h=0,
                    latest_h=48,
                    why="Fit is tested before the lye is out, while there is time to trim.",
                ),
            )
        for embed in loaf.embeds:
            if embed.casting and not embed.lot:
                self.column(embed)
        for piece in loaf.pieces:
            if not piece.ready:
                self.pieces(piece)
        for _, shreds in shreds_stirred_in(loaf):
            if shreds.cast:
                self.block(shreds)
        for batch in loaf.batches:
            self.together(batch)
        if any(finish.of_kind.again_h for finish in loaf.top.finishes):
            self.job("spritz", "spritz", f"Spritz {loaf.name} again", _SPRITZ_MIN)
            self.link("pour", "spritz", Wait(earliest_h=0.75, latest_h=1.5, why="Once now, once in an hour."))
        self.look()
        out = round(cut_min(loaf.moulds, whole))
        self.job("cut", "cut", f"{'Turn out' if whole else 'Unmould and cut'} {loaf.name}", out)
        self.set_in_its_mould(loaf.mould, loaf.moulds, "cut", self.result.gel)
        for item in loaf.also_filled:
            self.also(item)
        self.cured([job.key for job in self.jobs if job.kind == "cut"])
        return Network(jobs=tuple(self.jobs), links=tuple(self.links), holds=tuple(self.holds))

    def look(self) -> None:
        """Under the cover, from when its middle begins to gel until it is warmest."""
        gel = self.result.gel
        if gel.look_h is not None:
            self.job("look", "look", gel.look(self.loaf.name), _LOOK_MIN)
            begins = "Its middle begins to gel about then. What gets too hot is uncovered before it cracks."
            why = "The pad has warmed it as far as it can." if gel.off_the_pad else begins
            until = max(gel.peak_h, gel.look_h + _LOOK_H)
            self.link("pour", "look", Wait(earliest_h=gel.look_h, latest_h=until, why=why, basis="estimate"))

    def wait(self, what: str, material: str, formula: str | None, thick_mm: float = 0.0) -> Wait:
        found = self.circumstances(formula, thick_mm) if formula is not None else None
        return wait_in(what, material, found, self.own)

    def circumstances(self, formula: str, thick_mm: float = 0.0, gel: GelPlan | None = None) -> Circumstances:
        measures, room_c = self.result.measures[formula], self.loaf.sizing.room_c
        return Circumstances.of(measures, room_c, (gel or self.result.gel).through, thick_mm)

    def also(self, item: AlsoFilled) -> None:
        """Another mould that the same pot fills: it comes out when it is ready, whatever the loaf does."""
        does, key = "Unmould and cut" if item.parts > 1 else "Turn out", f"also.{item.id}"
        hands = round(also_out_min(item.moulds, item.mould.whole))
        self.job(key, "cut", f"{does} {item.name} of {self.loaf.name}", hands)
        self.set_in_its_mould(item.mould, item.moulds, key, self.result.also_gels[item.id])

    def cured(self, cut: Sequence[str]) -> None:
        """The loaf is ready once all that was cut of it is."""
        self.job("cured", "cured", f"{self.loaf.name} is ready", 0)
        cure = self.wait("cure", "any", None)
        wait = Wait(earliest_h=cure.earliest_h, latest_h=None, why=cure.why, basis=cure.basis)
        for key in cut:
            self.link(key.removeprefix(self.at), "cured", wait)

    def set_in_its_mould(self, mould: Mould, count: int, out: str, gel: GelPlan) -> None:
        """From the pour until it comes out, which is the job ``out``."""
        wait = wait_in_mould(mould, self.circumstances(self.loaf.formula, gel=gel), self.own)
        self.link("pour", out, wait)
        self.hold(_Mould(f"loaf {mould.name}", mould.name, math.ceil(count / mould.hollows)), "pour", out)

    def job(self, key: str, kind: JobKind, title: str, minutes: int) -> None:
        self.jobs.append(Job(key=self.at + key, loaf=self.ident, title=title, kind=kind, minutes=minutes))

    def link(self, before: str, after: str, wait: Wait) -> None:
        self.links.append(
            Link(
                before=self.at + before,
                after=self.at + after,
                least_h=wait.earliest_h,
                most_h=wait.latest_h,
                why=wait.why,
                basis=wait.basis,
                rate=wait.rate,
            )
        )

    def hold(self, mould: _Mould, start: str, end: str) -> None:
        key, name, count = mould
        self.holds.append(Hold(mould=key, name=name, start=self.at + start, end=self.at + end, count=count))

    def in_a_pot(self, key: str) -> None:
        """A pot is full as long as hands are at it: with several hands there may be too few of them."""
        self.hold(_Mould("pot", "pot", 1), key, key)

    def cast(self, key: str, title: str, mould: _Mould | None, wait: Wait, how: _How) -> None:
        """A casting, and what is done with it when it lets go; how old it may be counts from the casting."""
        self.job(f"cast.{key}", "cast", f"{how.verb} {title}", _CAST_MIN)
        self.job(f"out.{key}", "turn out", f"{how.then[0]} {title}", how.then[1])
        self.link(f"cast.{key}", f"out.{key}", wait)
        if mould:
            self.hold(mould, f"cast.{key}", f"out.{key}")
        if how.mixed:
            self.in_a_pot(f"cast.{key}")

    def once_free(self, pot: PotId, filling: Filling) -> None:
        """Moulds are filled again when what they held is out."""
        if filling.number > 1:
            free = Wait(earliest_h=0, latest_h=None, why="Its mould is full until then.")
            self.link(f"out.{pot.filling(filling.number - 1).job}", f"cast.{pot.filling(filling.number).job}", free)

    def together(self, batch: Batch) -> None:
        """Castings of one batch are filled one after the other, out of a pot that is mixed once."""
        keys = [self.at + str(JobKey("", "cast", PotId.parse(cast).job)) for cast in batch.casts]
        jobs = {job.key: job for job in self.jobs}
        for before, key in pairwise([key for key in keys if key in jobs]):
            self.jobs[self.jobs.index(jobs[key])] = jobs[key].model_copy(update={"minutes": _FILL_MIN})
            self.holds = [hold for hold in self.holds if (hold.mould, hold.start) != ("pot", key)]
            why = f"Mixed once with {batch.name}, and filled while it is fluid."
            self.links.append(
                Link(before=before, after=key, least_h=0, most_h=_NEXT_H, why=why, basis="common practice")
            )

    def column(self, embed: Embed) -> None:
        if embed.casting is None:
            return
        material, formula = embed.casting.material, embed.formula or self.loaf.formula
        piece = next(item for item in self.result.embeds if item.id == embed.id)
        sides = [[float(point[axis]) for point in piece.outline] for axis in (0, 1)]
        thick = min(max(side) - min(side) for side in sides)
        melted = embed.casting.melted
        wait = self.wait("melt", "any", None) if melted else self.wait("column", material, formula, thick)
        key, called = _mould_key(material, embed.outline.model_dump_json()), f"mould of {embed.name}, {material}"
        for filling in fillings_of(self.loaf, embed):
            one = PotId.cast(embed.id).filling(filling.number).job
            name, mould = filling.named(embed.name), _Mould(key, called, filling.moulds)
            self.cast(one, name, mould, wait, _How(_MELT, mixed=False) if melted else _How())
            self.once_free(PotId.cast(embed.id), filling)
            if embed.figure:
                self.figure(embed, embed.figure, filling)
            self.link(f"out.{one}", "fit", Wait(earliest_h=0, latest_h=None, why="It is fitted once it is out."))
            self.young_enough(f"cast.{one}", wait)

    def figure(self, embed: Embed, figure: Figurine, filling: Filling) -> None:
        """What is cast first of a column, and surrounded."""
        material = embed.casting.material if embed.casting else "silicone"
        own = self.wait("column", material, figure.formula or embed.formula or self.loaf.formula)
        inner = PotId.cast(embed.id, "figure").filling(filling.number).job
        key = _mould_key(material, figure.outline.model_dump_json())
        mould = _Mould(key, f"mould of {figure.name}", filling.moulds)
        self.cast(inner, filling.named(f"{figure.name} of {embed.name}"), mould, own, _How())
        age = Wait(earliest_h=0, latest_h=own.latest_h, why="The figure is cast before its surround.")
        self.link(f"out.{inner}", f"cast.{PotId.cast(embed.id).filling(filling.number).job}", age)

    def block(self, shreds: Shreds) -> None:
        """Cast, left overnight, grated, and left to dry a little."""
        key = shreds.id
        self.job(f"cast.{key}", "cast", f"Cast the block for {shreds.name}", _CAST_MIN)
        self.job(f"out.{key}", "turn out", f"Grate {shreds.name}", _GRATE_MIN)
        self.link(f"cast.{key}", f"out.{key}", self.wait("block", "any", None))
        self.hold(_Mould(f"block {shreds.name}", f"block mould for {shreds.name}", 1), f"cast.{key}", f"out.{key}")
        self.in_a_pot(f"cast.{key}")
        self.link(f"out.{key}", "pour", self.wait("shreds", "any", None))

    def young_enough(self, cast: str, wait: Wait) -> None:
        if wait.latest_h is not None:
            age = Wait(earliest_h=wait.earliest_h, latest_h=wait.latest_h, why=wait.why, basis=wait.basis)
            self.link(cast, "pour", age)

    def pieces(self, piece: Pieces) -> None:
        kind = piece.make.kind
        wait = self.wait(kind, piece.material, piece.formula or self.loaf.formula)
        how = _How(piece.make.verb, piece.make.then, mixed=piece.make.pot is not None)
        mould = _mould_key(piece.material, kind + piece.name)
        for filling in fillings_of(self.loaf, piece):
            key, name = PotId.cast(piece.id).filling(filling.number).job, filling.named(piece.name)
            full = _Mould(mould, f"mould of {piece.name}", filling.moulds) if piece.make.cast else None
            self.cast(key, name, full, wait, how)
            self.once_free(PotId.cast(piece.id), filling)
            firms = piece.make.firms_h
            why = "What is shaped firms overnight." if firms else "They are out before they go in."
            self.link(f"out.{key}", "pour", Wait(earliest_h=firms, latest_h=None, why=why))
            self.young_enough(f"cast.{key}", wait)


def _mould_key(material: str, shape: str) -> str:
    """Alike moulds have one key, whatever loaf they are for."""
    return f"{material} {hashlib.sha256(shape.encode()).hexdigest()[:10]}"
