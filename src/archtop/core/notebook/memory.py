"""What past loaves say about a plan: trouble that shares with it what the trouble was about.

A seized batch matters to whoever pours the same scent again; sticky sides to whoever takes the same mould.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Mapping, Sequence

from archtop.core.base import Frozen
from archtop.core.document import Loaf, Pour, colour_doses
from archtop.core.notebook.faults import FaultAbout, FaultKind, fault_kinds
from archtop.core.notebook.outcome import LoafOutcome

__all__ = ["PastLoaf", "Reminder", "past_of", "reminders_for", "shared_by"]

# Nobody reads more than this before pouring.
_MOST = 8
# What a fault is about, as kinds of things that loaves can share.
_SHARES: Mapping[FaultAbout, tuple[str, ...]] = {
    "scent": ("scent",),
    "colour": ("colourant",),
    "mould": ("mould",),
    "formula": ("formula",),
    "embed": ("embed",),
    "top": ("motif",),
    "cut": ("mould",),
    "batter": ("mould",),
}


class PastLoaf(Frozen):
    """A finished loaf as it is remembered: what it was made of, by kind, and what was wrong with it."""

    loaf: str
    name: str
    on: dt.date
    things: dict[str, tuple[str, ...]]
    faults: tuple[str, ...]
    verdict: str | None
    notes: str


class Reminder(Frozen):
    """Past trouble that matters now: what, by what shared thing, in which loaves, of how many with that thing."""

    fault: str
    thing: str
    loaves: tuple[str, ...]
    of: int
    last_on: dt.date
    says: str


def shared_by(loaf: Loaf) -> dict[str, tuple[str, ...]]:
    """What a loaf is made of, by kind, as keys or names that another loaf can have as well."""
    colours = [dose.colourant for _, _, dose in colour_doses(loaf)]
    scents = [part.scent for blend in loaf.blends for part in blend.parts]
    runs = loaf.frosting.runs if loaf.frosting else ()
    found: dict[str, list[str]] = {
        "scent": scents,
        "colourant": colours,
        "mould": [loaf.mould.name],
        "formula": [formula.name for formula in loaf.formulas],
        "embed": [embed.name for embed in loaf.embeds],
        "motif": [run.motif.kind for run in runs],
        "technique": [step.goes_in.kind for step in loaf.work if isinstance(step, Pour)],
    }
    return {kind: tuple(dict.fromkeys(things)) for kind, things in found.items() if things}


def past_of(ident: str, loaf: Loaf, outcomes: Sequence[LoafOutcome]) -> PastLoaf:
    """A loaf as it is remembered."""
    faults = dict.fromkeys(fault.kind for outcome in outcomes for fault in outcome.faults)
    if any(outcome.ash for outcome in outcomes):
        faults["ash"] = None
    return PastLoaf(
        loaf=ident,
        name=loaf.name,
        on=min(outcome.on for outcome in outcomes),
        things=shared_by(loaf),
        faults=tuple(faults),
        verdict=next((o.verdict for o in reversed(outcomes) if o.verdict), None),
        notes="\n".join(outcome.notes for outcome in outcomes if outcome.notes),
    )


def reminders_for(loaf: Loaf, past: Sequence[PastLoaf], names: Mapping[str, str]) -> tuple[Reminder, ...]:
    """What to mind before this loaf is poured, the oftenest first.

    :param past: other loaves, finished
    :param names: of scents and colourants, by kind and key like ``scent:market-tea``
    """
    mine = shared_by(loaf)
    found = [
        reminder
        for kind in fault_kinds().values()
        for share in _SHARES[kind.about]
        for thing in mine.get(share, ())
        for reminder in _of(kind, share, thing, past, names)
    ]
    found.sort(key=lambda item: (-len(item.loaves) / item.of, -item.last_on.toordinal()))
    return tuple(found[:_MOST])


def _of(
    kind: FaultKind, share: str, thing: str, past: Sequence[PastLoaf], names: Mapping[str, str]
) -> Iterator[Reminder]:
    with_it = [loaf for loaf in past if thing in loaf.things.get(share, ())]
    bad = sorted((loaf for loaf in with_it if kind.key in loaf.faults), key=lambda loaf: loaf.on, reverse=True)
    if not bad:
        return
    name = names.get(f"{share}:{thing}", thing)
    where = ", ".join(f"{loaf.name} ({loaf.on.day} {loaf.on:%B %Y})" for loaf in bad[:3])
    yield Reminder(
        fault=kind.name,
        thing=name,
        loaves=tuple(loaf.loaf for loaf in bad),
        of=len(with_it),
        last_on=bad[0].on,
        says=f"{kind.name}: {len(bad)} of {len(with_it)} loaves with {name}. {where}"
        + (" and others." if len(bad) > 3 else "."),
    )
