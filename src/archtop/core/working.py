"""The bench's steps: the plan told as one thing to do after another.

Keys are made from the document's ids, so that a step keeps its key when numbers change.
"""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping, Sequence
from typing import Literal

from archtop.core.chemistry import LYE_CAUTIONS, Role, Stage
from archtop.core.cutter import CutHow
from archtop.core.cutting import CutPlan
from archtop.core.document import Dust, Embed, Hanger, Lay, Loaf, Pieces, Pour, Press
from archtop.core.figure import Frozen
from archtop.core.filling import Fill
from archtop.core.making import DoughMake, Made
from archtop.core.putting_by import ShelfMove
from archtop.core.settling import EmbedHold, LayerHold
from archtop.core.sizing import Portion, Pot
from archtop.core.topping import FinishPlan, TopPlan
from archtop.core.warming import PotHeat

__all__ = ["Amount", "Step", "bench_steps"]

Verb = Literal[
    "prepare", "weigh", "mix", "split", "colour", "scent", "wait", "cast", "shape", "pour", "lay", "press", "draw",
    "dust", "pipe", "keep", "place", "cover", "cut",
]  # fmt: skip

# From higher than this a stream is no longer laid over a spatula.
_LOW_MM = 20.0
_BLENDER_CAUTION = "Blender off and unplugged before it is scraped."
_POWDER_CAUTION = "Fine powders are not to be breathed: weigh them slowly, away from a draught, or masked."
_SCENT_CAUTION = "Concentrated scent: gloves on, fresh air, off the skin; the supplier's sheet goes before this page."


class Amount(Frozen):
    """A number to read off at the bench; ``reads`` is what an untared scale shows after it, where things add up.

    ``role``: of an ingredient of the pot, where it is one.
    """

    key: str
    label: str
    value: float
    unit: Literal["g", "mm", "ml", "°C", "min"]
    reads: float | None = None
    role: Role | None = None


class Step(Frozen):
    """One step: what to do, how much, what to mind, and what doing it takes off the shelf or puts on it.

    ``pot``: the pot it is about, ``None`` for work on the loaf itself.
    """

    key: str
    stage: str
    do: Verb
    title: str
    detail: str = ""
    amounts: tuple[Amount, ...] = ()
    cautions: tuple[str, ...] = ()
    moves: tuple[ShelfMove, ...] = ()
    pot: str | None = None


_FILLS = {
    "column": ("Fill the mould", "Tap out the air; cover; write the hour on it."),
    "cavity": ("Fill the mould", "Tap out the air; scrape off flat; cover; write the hour on it."),
    "slab": ("Pour the sheet", "Level it; cover; cut it when it is firm but not yet hard. Keep the offcuts."),
    "dough": ("Leave it for dough", "Covered, until it no longer sticks; then knead, shape and let it rest."),
    "piped": ("Pipe ahead", "Onto paper; leave them about two days before they are pressed in."),
}


def bench_steps(
    loaf: Loaf,
    pots: Sequence[Pot],
    heats: Sequence[PotHeat],
    fills: Sequence[Fill],
    embeds_hold: Sequence[EmbedHold],
    layers_hold: Sequence[LayerHold],
    made: Mapping[str, Made],
    moves: Mapping[str, tuple[ShelfMove, ...]],
    kneaded: Collection[str],
    top: TopPlan,
    cut_how: CutHow,
    cuts: CutPlan,
) -> tuple[Step, ...]:
    """Every step from goggles to the cut, castings first.

    :param moves: what each does to the shelf, by its key
    :param kneaded: small pieces that are shaped from dough on the shelf, by id
    """
    steps = [
        step for piece in loaf.pieces if piece.make.kind == "melt" and not piece.lot for step in _melting(piece, made)
    ]
    small = {f"cast-{piece.id}": piece for piece in loaf.pieces}
    for piece in loaf.pieces:
        if piece.id in kneaded:
            steps += _finishing(piece, made[piece.id])
    for pot, heat in zip(pots, heats, strict=True):
        steps += _PotSteps(pot, heat).all()
        if pot.kind == "frosting":
            steps.append(
                Step(
                    key="frosting.stand", stage=pot.name, do="wait", title="Let the frosting stand",
                    detail="It is mixed first so that it is ready when the loaf is. Cover it; stir now and then.",
                )
            )  # fmt: skip
        elif pot.kind != "loaf":
            steps.append(
                Step(
                    key=f"{pot.id}.cast", stage=pot.name, do="cast", title=f"{_FILLS[pot.kind][0]}: {pot.name}",
                    detail=_FILLS[pot.kind][1],
                    amounts=tuple(
                        Amount(key=f"fill-{part.key}", label=part.name, value=part.delivers.value, unit="ml")
                        for part in pot.portions
                    ),
                )
            )  # fmt: skip
            if pot.kind == "column":
                steps.append(
                    Step(
                        key=f"{pot.id}.out", stage=pot.name, do="wait", title=f"Turn out {pot.name}",
                        detail="Not before it gives no more under a thumb. Trim its ends square; keep what is trimmed.",
                    )
                )  # fmt: skip
            if pot.id in small:
                steps += _finishing(small[pot.id], made[small[pot.id].id])
        else:
            steps += _loaf_steps(loaf, top, fills, {hold.embed: hold.says for hold in embeds_hold}, layers_hold)
    steps.append(_cutting(loaf, cut_how, cuts))
    return tuple(step.model_copy(update={"moves": moves[step.key]}) if step.key in moves else step for step in steps)


def _melting(piece: Pieces, made: Mapping[str, Made]) -> Iterator[Step]:
    yield Step(
        key=f"cast-{piece.id}.made", stage=piece.name, do="cast", title=f"Melt and pour {piece.name}",
        detail=f"{piece.count} pieces. Set in two or three hours; cut soon after, it hardens against the wire.",
        amounts=(Amount(key="base", label="Base", value=made[piece.id].takes_ml, unit="ml"),),
        cautions=("Melted base burns as hot oil does. Alcohol against bubbles: no flame near.",),
    )  # fmt: skip


def _finishing(piece: Pieces, made: Made) -> Iterator[Step]:
    """From the poured slab, cavity or bowl of dough to pieces on the shelf."""

    def step(key: str, do: Verb, title: str, detail: str) -> Step:
        return Step(key=f"cast-{piece.id}.{key}", stage=piece.name, do=do, title=title, detail=detail)

    match piece.make.kind:
        case "cutter" | "chunk" | "wedge" | "board":
            yield step("made", "shape", f"Cut {piece.count} × {piece.name}", f"{made.says}. Keep the offcuts.")
        case "dough" | "ball":
            yield step(
                "knead",
                "shape",
                "Knead the dough",
                "When it no longer sticks. Too wet: leave it open an hour. Too dry: damp hands.",
            )
            shapes = ""
            if isinstance(piece.make, DoughMake):
                shapes = ", ".join(f"{part.count} × {part.shape}" for part in piece.make.parts) + " to each. "
            yield step(
                "shape", "shape", f"Shape {piece.count} × {piece.name}",
                f"{shapes}Keep the rest of the dough wrapped while you work.",
            )  # fmt: skip
            if isinstance(piece.make, DoughMake) and sum(part.count for part in piece.make.parts) > 1:
                yield step(
                    "join", "shape", "Join the parts",
                    "Score both faces, damp them, press and smooth the seam. Fine parts last.",
                )  # fmt: skip
            yield step("made", "wait", "Let them rest", "On paper, uncovered, until they can be lifted without a dent.")
        case _:
            yield step(
                "made", "wait", f"Turn out {piece.name}", f"{made.says.capitalize()}. Firm through first; trim flat."
            )


# Key, name, grams, and what it is in the pot.
_Line = tuple[str, str, float, Role | None]


def _running(lines: Sequence[_Line]) -> tuple[Amount, ...]:
    """Weights one after another into one bowl, with what the scale then reads; what rounds to nothing is left out."""
    amounts, total = [], 0.0
    for key, label, grams, role in lines:
        if grams <= 0:
            continue
        total = round(total + grams, 6)
        amounts.append(Amount(key=key, label=label, value=grams, unit="g", reads=total, role=role))
    return tuple(amounts)


class _PotSteps:
    """Prepare, weigh, mix, split, colour and scent one pot, in its school's order."""

    def __init__(self, pot: Pot, heat: PotHeat) -> None:
        self.pot, self.heat = pot, heat
        self.hot = heat.school.key == "hot lye" and heat.hard_fats_g > 0

    def all(self) -> Iterator[Step]:
        yield self.step(
            "ready", "prepare", "Goggles, gloves, sleeves",
            "Mould lined, bowls and spatulas out, scale level, vinegar away: water is what rinses a splash.",
            cautions=LYE_CAUTIONS,
        )  # fmt: skip
        yield from self.oils()
        yield from self.lye()
        yield from self.mixing()
        yield from self.bowls()

    def step(
        self, key: str, do: Verb, title: str, detail: str = "", amounts: tuple[Amount, ...] = (),
        cautions: tuple[str, ...] = (),
    ) -> Step:  # fmt: skip
        return Step(
            key=f"{self.pot.id}.{key}", stage=self.pot.name, do=do, title=title, detail=detail,
            amounts=amounts, cautions=cautions, pot=self.pot.id,
        )  # fmt: skip

    def lines(self, *roles: str, stage: Stage | None = None) -> list[_Line]:
        return [
            (item.key, item.name, item.grams, item.role)
            for item in self.pot.ingredients
            if item.role in roles and (stage is None or item.stage == stage)
        ]

    def temperature(self, label: str, value: float) -> Amount:
        return Amount(key=label.lower().replace(" ", "-"), label=label, value=value, unit="°C")

    def oils(self) -> Iterator[Step]:
        oils = _running(self.lines("oil"))
        if self.hot:
            yield self.step(
                "oils", "weigh", "Weigh the oils, hard and liquid apart",
                "Tare for each. Hard fats in the pot, cut small and cold; liquid oils in a jug beside it.", oils,
            )  # fmt: skip
        else:
            target = self.temperature("Bring them to", self.heat.oils_at)
            yield self.step(
                "oils", "weigh", "Weigh and melt the oils", "Pot on the scale, tare. Solid fats first.", (*oils, target)
            )
        if powders := self.lines("additive", stage="oils"):
            yield self.step(
                "into-oils",
                "weigh",
                "Blend into the oils",
                "Until no lump is left.",
                _running(powders),
                (_POWDER_CAUTION,),
            )

    def lye(self) -> Iterator[Step]:
        dissolved = self.lines("additive", stage="lye water")
        yield self.step(
            "lye", "weigh", "Water, then lye into it",
            ("What dissolves in the water goes first. " if dissolved else "")
            + "Tare the jug. Stir until clear; let it stand where nobody can knock it.",
            (
                *_running([*self.lines("water"), *dissolved, *self.lines("lye")]),
                self.temperature("It will reach", self.heat.lye_peak.value),
            ),
            LYE_CAUTIONS,
        )  # fmt: skip
        if not self.hot and self.heat.rest.value >= 1:
            rest = Amount(key="rest", label="About", value=self.heat.rest.value, unit="min")
            yield self.step(
                "rest", "wait", "Let the lye cool",
                "A cold-water bath is many times quicker. Keep it covered and out of reach.",
                (rest, self.temperature("Until it stands at", self.heat.lye_at)),
            )  # fmt: skip
        if cooled := self.lines("additive", stage="cooled lye"):
            yield self.step("into-lye", "weigh", "Stir into the cooled lye", "", _running(cooled), LYE_CAUTIONS[:1])

    def mixing(self) -> Iterator[Step]:
        comes_to = self.temperature("It comes to", self.heat.mixing.value)
        if self.hot:
            yield self.step(
                "melt", "mix", "Hot lye onto the hard fats",
                "Stir until the last piece has melted, then pour in the liquid oils.",
                (comes_to,), (*LYE_CAUTIONS, _BLENDER_CAUTION),
            )  # fmt: skip
            yield self.step(
                "mix", "mix", "Blend to emulsion", "It thickens, then loosens. Short bursts.", (), (_BLENDER_CAUTION,)
            )
        else:
            yield self.step(
                "mix", "mix", "Lye into oils, blend to emulsion", "Short bursts. Stop as soon as no oil rises.",
                (comes_to,), (_BLENDER_CAUTION,),
            )  # fmt: skip
        late = [*self.lines("late fat"), *self.lines("additive", stage="after trace")]
        if late:
            yield self.step("late", "mix", "Stir in what was kept for after trace", "", _running(late))

    def bowls(self) -> Iterator[Step]:
        portions = self.pot.portions
        if len(portions) > 1:
            amounts = tuple(Amount(key=p.key, label=p.name, value=p.grams, unit="g") for p in portions)
            yield self.step(
                "split", "split", f"Split into {len(portions)} bowls", "Held back for the top first.", amounts
            )
        if all(not portion.additions for portion in portions):
            yield self.step(
                "colour", "colour", "Colour, light ones first", "One blender, light to dark.", (), (_POWDER_CAUTION,)
            )
        for portion in portions:
            yield from self.bowl(portion)

    def bowl(self, portion: Portion) -> Iterator[Step]:
        parts: list[tuple[bool, _Line]] = [
            (part.role == "scent", (f"{part.role}-{part.key}", part.name, part.grams, None))
            for part in portion.additions
        ]
        colours = [line for scent, line in parts if not scent]
        scents = [line for scent, line in parts if scent]
        powder = any(part.powder for part in portion.additions)
        if colours:
            yield self.step(
                f"colour.{portion.key}", "colour", f"Colour {portion.name}",
                "Tare a small cup. Wet the colour, then blend it in. You can add, never take out.",
                _running(colours), (_POWDER_CAUTION,) if powder else (),
            )  # fmt: skip
        if scents:
            yield self.step(
                f"scent.{portion.key}",
                "scent",
                f"Scent {portion.name}",
                "By hand, last of all.",
                _running(scents),
                (_SCENT_CAUTION,),
            )


def _top_steps(loaf: Loaf, top: TopPlan) -> Iterator[Step]:
    """Crown, base coat, runs, finishes and pieces, and what is folded down before gloves go on."""
    names = {colour.id: colour.name for colour in loaf.colours}
    tips = {tip.id: tip.name for tip in top.tips}

    def step(key: str, do: Verb, title: str, detail: str, amounts: Sequence[Amount] = ()) -> Step:
        return Step(key=f"loaf.{key}", stage=loaf.name, do=do, title=title, detail=detail, amounts=tuple(amounts))

    crown = loaf.top.crown
    if top.mound_ml > 0:
        high = crown.mound_mm + crown.swell_mm
        yield step(
            "crown", "shape", "Shape the top",
            f"{'Heap' if high else 'Draw'} it up along the middle with a spoon"
            + (f", {crown.texture} over it" if crown.texture != "smooth" else "") + ". Wipe the rim.",
            [Amount(key="mound", label="Over the level", value=high + crown.texture_mm, unit="mm")],
        )  # fmt: skip
    if top.base_ml > 0 and loaf.frosting and loaf.frosting.base:
        colours = ", ".join(names[share.colour] for share in loaf.frosting.base.colours)
        yield step(
            "base", "pipe", "Spread the base coat", f"{colours}. It closes what gaps the piping leaves.",
            [Amount(key="base", label="Frosting", value=top.base_ml, unit="ml")],
        )  # fmt: skip
    for run in top.runs:
        colours = " and ".join(names[colour] for colour in run.colours)
        yield step(
            f"pipe.{run.id}", "pipe", f"Pipe {run.name}",
            f"{len(run.spots)} × {run.kind} with {tips[run.tip]}, {colours}. "
            "Test on wax paper first: the edge must stay.",
            [
                Amount(key="frosting", label="Frosting", value=run.volume.value, unit="ml"),
                Amount(key="hands", label="Hands", value=run.minutes.value, unit="min"),
            ],
        )  # fmt: skip
    yield from (
        step(f"finish.{i}", "place", f.name, f.says, _of(f)) for i, f in enumerate(top.finishes) if not f.after_pieces
    )
    if top.scatter:
        placed = ", ".join(
            f"{item.count} × {next(piece.name for piece in loaf.pieces if piece.id == item.pieces)}"
            for item in loaf.top.scatter.items
        )
        yield step("strew", "place", "Place the pieces", f"{placed}, by the template. {top.scatter.says}")
    yield from (
        step(f"finish.{i}", "place", f.name, f.says, _of(f)) for i, f in enumerate(top.finishes) if f.after_pieces
    )


def _of(finish: FinishPlan) -> tuple[Amount, ...]:
    unit: Literal["g", "ml"] = "ml" if finish.amount.unit == "ml" else "g"
    return (Amount(key="finish", label=finish.name, value=finish.amount.value, unit=unit),)


def _loaf_steps(
    loaf: Loaf, top: TopPlan, fills: Sequence[Fill], lay_when: Mapping[str, str], layers_hold: Sequence[LayerHold]
) -> Iterator[Step]:
    """Pours, embeds, frosting, cover, cut."""
    colour_names = {colour.id: colour.name for colour in loaf.colours}
    embeds = {embed.id: embed for embed in loaf.embeds}
    pour_when = {hold.pour: f"{hold.says} " for hold in layers_hold}
    small = {piece.id: piece.name for piece in loaf.pieces}
    for work, done in zip(loaf.work, fills, strict=True):
        level = Amount(key="level", label="Level stands at", value=done.level_after_mm, unit="mm")
        if isinstance(work, Pour):
            yield Step(
                key=f"loaf.pour.{work.id}", stage=loaf.name, do="pour", title=f"Pour {work.name}",
                detail=pour_when.get(work.id, "")
                + ("Low over a spatula: " if work.fall_mm < _LOW_MM else "Pour ")
                + ", ".join(
                    f"{colour_names[share.colour]} {share.percent:g} %" for share in work.colours
                )
                + _technique(work),
                amounts=(Amount(key="batter", label="Batter", value=done.batter.value, unit="ml"), level),
            )  # fmt: skip
        elif isinstance(work, Lay):
            yield Step(
                key=f"loaf.lay.{work.embed}", stage=loaf.name, do="lay", title=f"Lay in {embeds[work.embed].name}",
                detail=f"{_which_way(embeds[work.embed])} {lay_when.get(work.embed, '')}".strip(), amounts=(level,),
            )  # fmt: skip
        elif isinstance(work, Press):
            yield Step(
                key=f"loaf.press.{work.id}", stage=loaf.name, do="press",
                title=f"Press in {work.count} × {small[work.pieces]}",
                detail=f"Until {work.sunk_percent:g} % of each is under.", amounts=(level,),
            )  # fmt: skip
        elif isinstance(work, Hanger):
            yield Step(
                key=f"loaf.hanger.{work.id}", stage=loaf.name, do="draw", title=f"Draw the wire: {work.name}",
                detail=f"{_PATHS[work.shape].format(turns=work.turns)} Let it down level, and lift it out at "
                "the end of its path without stopping.",
            )  # fmt: skip
        elif isinstance(work, Dust):
            yield Step(
                key=f"loaf.dust.{work.id}", stage=loaf.name, do="dust", title=f"Dust {work.name}",
                detail=f"{colour_names[work.colour]}, through a fine sieve from low down, so thin that batter shows "
                "through: a thick line splits the bar. Wipe the walls.",
                amounts=(Amount(key="powder", label="Powder", value=work.amount_g, unit="g"),),
                cautions=(_POWDER_CAUTION,),
            )  # fmt: skip
    yield from _top_steps(loaf, top)
    if loaf.keeps:
        yield Step(
            key="loaf.keep", stage=loaf.name, do="keep", title="Put by what was kept back",
            detail="Dough: covered, until it no longer sticks. Write the day and the colour on it.",
            amounts=tuple(
                Amount(key=f"kept-{i}", label=colour_names[kept.colour], value=kept.volume_ml, unit="ml")
                for i, kept in enumerate(loaf.keeps)
            ),
        )  # fmt: skip
    yield Step(
        key="loaf.cover", stage=loaf.name, do="cover", title="Cover and leave it",
        detail="If it is spritzed with alcohol: no flame near; once now, once in an hour.",
    )  # fmt: skip
    if any(finish.kind == "spritz" for finish in top.finishes):
        yield Step(
            key="loaf.spritz-again", stage=loaf.name, do="wait", title="Spritz again in an hour",
            detail="From an arm's length, over all of the top.",
            amounts=(Amount(key="hour", label="After", value=60, unit="min"),),
            cautions=("Alcohol burns: no flame near, windows open.",),
        )  # fmt: skip


def _cutting(loaf: Loaf, how: CutHow, cuts: CutPlan) -> Step:
    """The cut, and every bar by its number: what it should weigh stands beside what it does."""
    marks = loaf.cuts
    words = [*how.reasons]
    if marks.parts > 1:
        first = "Lengthwise first, then across" if marks.strips_first else "Across first"
        words.append(f"{first}: every slice gives {marks.parts} bars.")
    if marks.sample != "none":
        words.append(f"The {marks.sample} end is the sample.")
    words += [f"Bar {special.bar}: {special.note}." for special in marks.specials]
    return Step(
        key="loaf.cut", stage=loaf.name, do="cut", title="Unmould and cut", detail=" ".join([*words, *how.mind]),
        amounts=(
            Amount(key="bar", label="Bar", value=marks.bar_mm, unit="mm"),
            *(
                Amount(key=f"bar-{bar.number}", label=f"Bar {bar.number}", value=bar.weight.value, unit="g")
                for bar in cuts.bars
            ),
        ),
    )  # fmt: skip


def _technique(pour: Pour) -> str:
    """How a pour goes in, where it is more than a layer."""
    match pour.how:
        case "drops":
            return f". Drop swirl: {pour.passes} passes end to end, {pour.fall_mm:.0f} mm up, colours taking turns."
        case "mini drops":
            return f". Mini drops: from a bottle with a fine nozzle, {pour.passes} passes or more."
        case "pot swirl":
            return (
                f". Pot swirl: the colours into one pot, {abs(pour.turns):g} turns, then {pour.passes} passes "
                "there and back, without stirring."
            )
        case "corner":
            return f". From the {pour.from_side}: along that wall, the mould tilted a little to it."
        case "plops":
            return f". In plops: by the spoon, {pour.passes} rows, each beside the last."
    return ""


_PATHS = {
    "up and down": "Down and up, {turns} times, from one side to the other.",
    "side to side": "From side to side, {turns} times, rising.",
    "loops": "In {turns} loops from one side to the other.",
    "drawn": "Along the path as drawn.",
}


def _how_to_cut(loaf: Loaf, top: TopPlan) -> str:
    cuts = loaf.cuts
    words = [top.on_side or ""]
    if cuts.parts > 1:
        first = "Lengthwise first, then across" if cuts.strips_first else "Across first"
        words.append(f"{first}: every slice gives {cuts.parts} bars.")
    if cuts.sample != "none":
        words.append(f"The {cuts.sample} end is the sample.")
    words += [f"Bar {special.bar}: {special.note}." for special in cuts.specials]
    return " ".join(word for word in [*words, "Young soap is still caustic: gloves on."] if word)


_SEAMS = {
    "none": "",
    "floor": "Seam down.",
    "left": "Seam to the left, seen from the front.",
    "right": "Seam to the right, seen from the front.",
    "top": "Seam up.",
}
_FRONTS = {
    "either": "",
    "first poured": "The end poured first to the front.",
    "last poured": "The end poured last to the front.",
}


def _which_way(embed: Embed) -> str:
    row = "End to end from the front." if embed.row else ""
    return " ".join(part for part in (row, _SEAMS[embed.seam], _FRONTS[embed.front]) if part)
