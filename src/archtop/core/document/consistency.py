"""Whether a document agrees with itself: ids that exist and stand once, shares that add up, embeds laid once."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Any

from archtop.core.base import Mend, Problem, shown
from archtop.core.document.contents import Contents
from archtop.core.document.mixings import mixings_of
from archtop.core.document.parts import Embed
from archtop.core.document.shares import ColourShare
from archtop.core.document.work import Dust, Lay, Pour, Press, Prop

# An outline taken from a model, or measured with a ruler, may be so much too small.
_MEASURED = 0.98

__all__ = ["colours_used", "inconsistencies", "pieces_used"]

_LEAST_LEVEL_MM = 1.0
# From rolled bark that is mostly air to stone.
_LIGHTEST_G_ML, _HEAVIEST_G_ML = 0.02, 4.0


def inconsistencies(loaf: Contents) -> list[Problem]:
    """Everything in which a document contradicts itself."""
    return [
        *_twice(loaf),
        *_dangling(loaf),
        *_shares_off(loaf),
        *_laying(loaf),
        *_props_out_before(loaf),
        *_melted_in_colours(loaf),
        *_poured_into_nothing(loaf),
        *_bodies_off(loaf),
        *_sticks_off(loaf),
        *_more_than_made(loaf),
        *_batches_off(loaf),
        *_also_off(loaf),
    ]


def _problem(code: str, field: str, value: Any, limit: str, remedy: str, *mends: Mend) -> Problem:
    return Problem(code=code, field=field, value=shown(value), limit=limit, remedy=remedy, mends=mends)


def _twice(loaf: Contents) -> list[Problem]:
    """Ids that stand twice in their list."""
    pours = [step.id for step in loaf.work if not isinstance(step, Lay)]
    lists: dict[str, list[str]] = {
        "formulas": [f.id for f in loaf.formulas],
        "colours": [c.id for c in loaf.colours],
        "blends": [b.id for b in loaf.blends],
        "whole_pots": [w.pot for w in loaf.whole_pots],
        "batches": [b.id for b in loaf.batches],
        "embeds": [e.id for e in loaf.embeds],
        "pieces": [p.id for p in loaf.pieces],
        "also_filled": [item.id for item in loaf.also_filled],
        "shreds": [item.id for step in loaf.work if isinstance(step, Pour) for item in step.shreds],
        "top.scatter": [item.pieces for item in loaf.top.scatter.items],
        "frosting.tips": [tip.id for tip in loaf.frosting.tips] if loaf.frosting else [],
        "top.finishes": [finish.id for finish in loaf.top.finishes],
        "frosting.runs": [run.id for run in loaf.frosting.runs] if loaf.frosting else [],
        "work": pours,
    }
    return [
        _problem("id.twice", field, item, "an id may stand only once in its list", "Give one another id.")
        for field, ids in lists.items()
        for item in sorted({i for i in ids if ids.count(i) > 1})
    ]


def _references(loaf: Contents) -> list[tuple[str, str, str]]:
    """(field, list it points into, id) for every reference in the document."""
    refs = [("formula", "formulas", loaf.formula)]
    refs += [(f"colours.{i}.scent.blend", "blends", c.scent.blend) for i, c in enumerate(loaf.colours) if c.scent]
    refs += [(f"whole_pots.{i}.scent.blend", "blends", w.scent.blend) for i, w in enumerate(loaf.whole_pots) if w.scent]
    if loaf.frosting and loaf.frosting.formula:
        refs.append(("frosting.formula", "formulas", loaf.frosting.formula))
    for i, run in enumerate(loaf.frosting.runs if loaf.frosting else ()):
        refs += [(f"frosting.runs.{i}.colours.{j}", "colours", colour) for j, colour in enumerate(run.colours)]
        for n, bag in enumerate(run.more_bags):
            refs += [(f"frosting.runs.{i}.more_bags.{n}.{j}", "colours", colour) for j, colour in enumerate(bag)]
        refs.append((f"frosting.runs.{i}.tip", "tips", run.tip))
    for i, strewn in enumerate(loaf.top.scatter.items):
        refs.append((f"top.scatter.items.{i}.pieces", "pieces", strewn.pieces))
        run_under = strewn.placing.on_run
        refs += [(f"top.scatter.items.{i}.placing.run", "runs", run_under)] if run_under else []
    if loaf.cuts.stamp and loaf.cuts.stamp.colour:
        refs.append(("cuts.stamp.colour", "colours", loaf.cuts.stamp.colour))
    for i, embed in enumerate(loaf.embeds):
        refs += [] if embed.poured else [(f"embeds.{i}.colour", "colours", embed.colour)]
        refs += [(f"embeds.{i}.formula", "formulas", embed.formula)] if embed.formula else []
        if embed.figure:
            refs.append((f"embeds.{i}.figure.colour", "colours", embed.figure.colour))
            refs += [(f"embeds.{i}.figure.formula", "formulas", embed.figure.formula)] if embed.figure.formula else []
    for i, piece in enumerate(loaf.pieces):
        refs += [] if piece.poured else [(f"pieces.{i}.colour", "colours", piece.colour)]
        refs += [(f"pieces.{i}.formula", "formulas", piece.formula)] if piece.formula else []
        refs += [(f"pieces.{i}.make.{field}", "colours", colour) for field, colour in piece.make.references()]
    refs += [(f"keeps.{i}.colour", "colours", kept.colour) for i, kept in enumerate(loaf.keeps)]
    refs += [(f"keeps.{i}.into", "colours", kept.into) for i, kept in enumerate(loaf.keeps) if kept.into]
    for field, shares in _share_lists(loaf):
        refs += [(f"{field}.{j}.colour", "colours", share.colour) for j, share in enumerate(shares)]
    refs += [(f"work.{i}.embed", "embeds", step.embed) for i, step in enumerate(loaf.work) if isinstance(step, Lay)]
    refs += [(f"work.{i}.colour", "colours", step.colour) for i, step in enumerate(loaf.work) if isinstance(step, Dust)]
    props = [(i, step) for i, step in enumerate(loaf.work) if isinstance(step, Prop)]
    refs += [(f"work.{i}.embed", "embeds", step.embed) for i, step in props]
    refs += [(f"work.{i}.until", "pours", step.until) for i, step in props if step.until]
    refs += [(f"work.{i}.pieces", "pieces", step.pieces) for i, step in enumerate(loaf.work) if isinstance(step, Press)]
    for i, step in enumerate(loaf.work):
        if isinstance(step, Pour):
            refs += [(f"work.{i}.pieces.{j}.pieces", "pieces", item.pieces) for j, item in enumerate(step.pieces)]
            for j, item in enumerate(step.shreds):
                refs += [(f"work.{i}.shreds.{j}.colour", "colours", item.colour)] if item.colour else []
                refs += [(f"work.{i}.shreds.{j}.formula", "formulas", item.formula)] if item.formula else []
    return refs


def _dangling(loaf: Contents) -> list[Problem]:
    known: dict[str, set[str]] = {
        "formulas": {f.id for f in loaf.formulas},
        "colours": {c.id for c in loaf.colours},
        "blends": {b.id for b in loaf.blends},
        "pieces": {p.id for p in loaf.pieces},
        "tips": {tip.id for tip in loaf.frosting.tips} if loaf.frosting else set(),
        "runs": {run.id for run in loaf.frosting.runs} if loaf.frosting else set(),
        "embeds": {e.id for e in loaf.embeds},
        "pours": {step.id for step in loaf.work if isinstance(step, Pour)},
    }
    return [
        _problem("id.unknown", field, ref, f"must be one of this loaf's {target}", "Choose one, or add it.")
        for field, target, ref in _references(loaf)
        if ref not in known[target]
    ]


def _share_lists(loaf: Contents) -> list[tuple[str, tuple[ColourShare, ...]]]:
    lists = [(f"work.{i}.colours", step.colours) for i, step in enumerate(loaf.work) if isinstance(step, Pour)]
    lists += [(f"embeds.{i}.poured.colours", e.poured.colours) for i, e in enumerate(loaf.embeds) if e.poured]
    lists += [(f"pieces.{i}.poured.colours", p.poured.colours) for i, p in enumerate(loaf.pieces) if p.poured]
    lists += [(f"also_filled.{i}.colours", item.colours) for i, item in enumerate(loaf.also_filled)]
    base = loaf.frosting.base if loaf.frosting else None
    return lists + ([("frosting.base.colours", base.colours)] if base else [])


def _shares_off(loaf: Contents) -> list[Problem]:
    return [
        _problem(
            "shares.sum",
            field,
            f"{total:g} %",
            "colour shares must add up to 100 %",
            f"{'Take away' if total > 100 else 'Add'} {abs(100 - total):g} %.",
            *_made_whole(field, shares, total),
        )
        for field, shares in _share_lists(loaf)
        if abs((total := sum(share.percent for share in shares)) - 100) > 0.05
    ]


def _made_whole(field: str, shares: Sequence[ColourShare], total: float) -> Iterator[Mend]:
    """The last share that can takes up what is too little or too much."""
    for j, share in reversed(list(enumerate(shares))):
        left = round(share.percent + 100 - total, 6)
        if left > 0:
            yield Mend(says=f"Make it {left:g} %", field=f"{field}.{j}.percent", value=left)
            return


def _laying(loaf: Contents) -> list[Problem]:
    """Every embed is laid once."""
    laid = [step.embed for step in loaf.work if isinstance(step, Lay)]
    return [
        _problem(
            "embed.laid",
            f"embeds.{i}",
            embed.name,
            f"is laid {laid.count(embed.id)} times; it must be once",
            "Put it once into the order of work.",
            *(() if embed.id in laid else (_laid_last(embed),)),
        )
        for i, embed in enumerate(loaf.embeds)
        if laid.count(embed.id) != 1
    ]


def _laid_last(embed: Embed) -> Mend:
    return Mend(says="Lay it last", field="work", value={"do": "lay", "embed": embed.id}, append=True)


def _props_out_before(loaf: Contents) -> list[Problem]:
    """What is to come out after a pour that lies before it."""
    found = []
    for i, step in enumerate(loaf.work):
        if isinstance(step, Prop) and step.until:
            earlier = {work.id: work.name for work in loaf.work[:i] if isinstance(work, Pour)}
            if step.until in earlier:
                field = f"work.{i}.until"
                mend = Mend(says="Let it stay until the loaf is firm", field=field, value=None)
                limit = f"{step.name} would come out before they are set"
                found.append(_problem("prop.before", field, earlier[step.until], limit, f"{mend.says}.", mend))
    return found


def _melted_in_colours(loaf: Contents) -> list[Problem]:
    """Columns of bought base that are to be of several colours: it is melted once, in one."""
    return [
        _problem(
            "casting.melted_colours",
            f"embeds.{i}.poured",
            embed.name,
            "what is melted of a bought base is of one colour",
            "Cast it of batter, or give it one colour.",
        )
        for i, embed in enumerate(loaf.embeds)
        if embed.poured and embed.casting and embed.casting.melted
    ]


def _poured_into_nothing(loaf: Contents) -> list[Problem]:
    """Pieces of several colours that no way of making them pours into hollows."""
    return [
        _problem(
            "pieces.not_poured",
            f"pieces.{i}.poured",
            piece.name,
            "only what is cast in hollows is poured in several colours",
            "Cast it in cavities, or give it one colour.",
            Mend(says="Give it one colour", field=f"pieces.{i}.poured", value=None),
        )
        for i, piece in enumerate(loaf.pieces)
        if piece.poured and not piece.make.several
    ]


def _bodies_off(loaf: Contents) -> list[Problem]:
    """Pieces whose foot and height are not theirs: shaped otherwise, or too small for what each takes."""
    found = []
    for i, piece in enumerate(loaf.pieces):
        if piece.body is None:
            continue
        each, holds = piece.make.made(1).each_ml, piece.body.holds_ml
        if piece.make.shaped:
            limit, remedy = "the way they are made gives them their shape", "Let that say it."
            mend = Mend(says=remedy.rstrip("."), field=f"pieces.{i}.body", value=None)
            found.append(_problem("pieces.body", f"pieces.{i}.body", piece.name, limit, remedy, mend))
        elif holds < _MEASURED * each:
            high = math.ceil(10 * piece.body.high_mm * each / holds) / 10
            field = f"pieces.{i}.body.high_mm"
            limit = f"that foot, so high, holds {holds:.3g} ml, and each piece takes {each:.3g} ml"
            remedy = f"Make it {high:g} mm high, or give it a larger foot."
            mend = Mend(says=f"Make it {high:g} mm high", field=field, value=high)
            found.append(_problem("pieces.low", field, f"{piece.body.high_mm:g} mm", limit, remedy, mend))
    return found


def _sticks_off(loaf: Contents) -> list[Problem]:
    """What is no soap and is to be cut, lies on the soap's shelf, or weighs what no stick does."""
    found, sticks = [], {piece.id: piece.name for piece in loaf.pieces if not piece.make.soap}
    for i, piece in enumerate(loaf.pieces):
        if piece.make.g_ml and not _LIGHTEST_G_ML <= piece.make.g_ml <= _HEAVIEST_G_ML:
            limit = f"so large a stick would weigh {piece.make.g_ml:.3g} g to the millilitre"
            remedy = "Measure it again, and weigh ten at once for the weight of one."
            field = f"pieces.{i}.make.weighs_g"
            grams = piece.make.g_ml * piece.make.made(1).each_ml
            found.append(_problem("pieces.stick", field, f"{grams:.3g} g", limit, remedy))
        if piece.lot and piece.id in sticks:
            mend = Mend(says="Take them as bought", field=f"pieces.{i}.lot", value=None)
            limit = "the shelf keeps soap, and these are none"
            found.append(_problem("pieces.stick", f"pieces.{i}.lot", piece.name, limit, f"{mend.says}.", mend))
    for i, item in enumerate(loaf.top.scatter.items):
        if item.may_be_cut and item.pieces in sticks:
            field = f"top.scatter.items.{i}.may_be_cut"
            mend = Mend(says="Let them lie between the cuts", field=field, value=False)
            limit = f"no blade goes through {sticks[item.pieces]}"
            found.append(_problem("pieces.stick", field, "to be cut", limit, f"{mend.says}.", mend))
    return found


def _more_than_made(loaf: Contents) -> list[Problem]:
    """Pieces that go into the loaf in greater number than they are made."""
    used = pieces_used(loaf)
    return [
        _problem(
            "pieces.too_few",
            f"pieces.{i}.count",
            piece.count,
            f"{used[piece.id]} of {piece.name} go into the loaf",
            f"Make {used[piece.id]}, or use fewer.",
            Mend(says=f"Make {used[piece.id]}", field=f"pieces.{i}.count", value=used[piece.id]),
        )
        for i, piece in enumerate(loaf.pieces)
        if used.get(piece.id, 0) > piece.count
    ]


def _batches_off(loaf: Contents) -> list[Problem]:
    """Castings that cannot come out of one pot."""
    known = {str(mixing.pot): mixing for mixing in mixings_of(loaf)}
    formulas = {formula.id: formula.name for formula in loaf.formulas}
    found, seen = [], dict[str, str]()
    for i, batch in enumerate(loaf.batches):
        field, cast = f"batches.{i}.casts", [known[key] for key in dict.fromkeys(batch.casts) if key in known]
        of = dict.fromkeys(mixing.formula for mixing in cast)
        if len(of) > 1:
            names = " and ".join(formulas.get(key, key) for key in of)
            found.append(
                _problem(
                    "batch.formulas",
                    field,
                    batch.name,
                    f"one mixing is of one formula, not of {names}",
                    "Give them one formula, or cast what differs by itself.",
                )
            )
        for mixing in cast:
            if mixing.after and str(mixing.after) in batch.casts:
                found.append(
                    _problem(
                        "batch.inside",
                        field,
                        batch.name,
                        f"{known[str(mixing.after)].name} must be firm before {mixing.name} is poured around it",
                        "Cast one of them by itself.",
                    )
                )
            if str(mixing.pot) in seen:
                found.append(
                    _problem(
                        "batch.twice",
                        field,
                        mixing.name,
                        f"it is cast with {seen[str(mixing.pot)]} already",
                        "Take it out of one of them.",
                    )
                )
            seen[str(mixing.pot)] = batch.name
    return found


def _also_off(loaf: Contents) -> list[Problem]:
    """Other moulds that hold nothing, and cups that are to be cut."""
    found = []
    for i, item in enumerate(loaf.also_filled):
        if item.level_mm < _LEAST_LEVEL_MM:
            limit = f"leaves nothing in a mould {item.mould.height_mm:g} mm high"
            field = f"also_filled.{i}.under_mm"
            full = Mend(says="Fill it to its rim", field=field, value=0)
            found.append(_problem("also.empty", field, item.under_mm, limit, "Fill it higher.", full))
        if item.mould.whole and item.parts > 1:
            limit = "a cup is turned out whole and not cut"
            field = f"also_filled.{i}.parts"
            one = Mend(says="Leave it whole", field=field, value=1)
            found.append(_problem("also.whole", field, item.parts, limit, "Leave it at 1.", one))
    return found


def colours_used(loaf: Contents) -> frozenset[str]:
    """Colours that anything in the loaf names, by id."""
    return frozenset(ref for _, target, ref in _references(loaf) if target == "colours")


def pieces_used(loaf: Contents) -> dict[str, int]:
    """How many of each set of small pieces are stirred in, pressed in or strewn on top."""
    used: dict[str, int] = {}
    for step in loaf.work:
        if isinstance(step, Pour):
            for item in step.pieces:
                used[item.pieces] = used.get(item.pieces, 0) + item.count
        elif isinstance(step, Press):
            used[step.pieces] = used.get(step.pieces, 0) + step.count
    for strewn in loaf.top.scatter.items:
        used[strewn.pieces] = used.get(strewn.pieces, 0) + strewn.count
    return used
