"""One pot, from goggles to coloured and scented bowls, in its school's order."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final, Literal, NamedTuple

from archtop.core.base import PotId
from archtop.core.chemistry import LYE_CAUTIONS, Role, Stage
from archtop.core.pots import FromBatch, Portion, Pot, PotHeat, ways_to_weigh
from archtop.core.steps.step import POWDER_CAUTION, SCENT_CAUTION, Amount, Step, Verb
from archtop.core.steps.thinning import thinned_name, thinning_step

__all__ = ["pot_steps"]

# What somebody says who takes a step with lye before its turn.
_KNOWN = "I know: what comes before it is seen to"
_COOL = "I know: lye and oils are as warm as they should be"
# Of the whole pot, in the order in which they go in together.
_STIRRED: Final = ("additive", "colourant", "carrier oil", "carrier water")
_BLENDER_CAUTION = "Blender off and unplugged before it is scraped."


class _Line(NamedTuple):
    """Key, name and grams of a thing to weigh, what it is in the pot, and whether the fine scale weighs it.

    ``powder``: fine enough to be breathed.
    """

    key: str
    label: str
    grams: float
    role: Role | None = None
    fine: bool = False
    powder: bool = False


def _running(lines: Sequence[_Line]) -> tuple[Amount, ...]:
    """Weights one after another into one bowl, with what the scale then reads; what rounds to nothing is left out."""
    amounts, total = [], 0.0
    for line in lines:
        if line.grams <= 0:
            continue
        total = round(total + line.grams, 6)
        amounts.append(
            Amount(
                key=line.key, label=line.label, value=line.grams, unit="g", reads=total, role=line.role, fine=line.fine
            )
        )
    return tuple(amounts)


def _cautions(lines: Sequence[_Line]) -> tuple[str, ...]:
    """What is to be minded of things that are stirred in."""
    powder = (POWDER_CAUTION,) if any(line.powder for line in lines) else ()
    return (*powder, *((SCENT_CAUTION,) if any(line.role == "scent" for line in lines) else ()))


def pot_steps(pot: Pot, heat: PotHeat) -> Iterator[Step]:
    """Prepare, weigh, mix, split, colour and scent one pot."""
    return _PotSteps(pot, heat).all()


class _PotSteps:
    """Prepare, weigh, mix, split, colour and scent one pot, in its school's order."""

    def __init__(self, pot: Pot, heat: PotHeat) -> None:
        self.pot, self.heat = pot, heat
        self.hot = heat.school.key == "hot lye" and heat.hard_fats_g > 0

    def all(self) -> Iterator[Step]:
        yield self.step(
            "ready",
            "prepare",
            "Goggles, gloves, sleeves",
            "Mould lined, bowls and spatulas out, scale level, vinegar away: water is what rinses a splash.",
            cautions=LYE_CAUTIONS,
        )
        if self.pot.unweighable:
            yield self.step(
                "cannot-weigh",
                "prepare",
                f"This scale cannot weigh {self.pot.name}",
                f"Rounded to what it reads, the superfat would not keep. {ways_to_weigh(self.pot.unweighable)} Change "
                "it in the loaf's pots, and its steps stand here.",
            )
            return
        if self.pot.from_batch:
            yield from self.taken(self.pot.from_batch)
            yield from self.bowls()
            return
        yield from self.oils()
        yield from self.lye()
        if not self.lines("scent", stage="oils"):
            yield from self.scent_mixes()
        yield from self.mixing()
        yield from self.bowls()

    def step(
        self,
        key: str,
        do: Verb,
        title: str,
        detail: str = "",
        amounts: tuple[Amount, ...] = (),
        *,
        cautions: tuple[str, ...] = (),
        asks: str = "",
    ) -> Step:
        return Step(
            key=str(PotId.parse(self.pot.id).step(*key.split(".", 1))),
            stage=self.pot.name,
            do=do,
            title=title,
            detail=detail,
            amounts=amounts,
            cautions=cautions,
            asks=asks or (_KNOWN if set(cautions) & set(LYE_CAUTIONS) else ""),
            pot=self.pot.id,
        )

    def lines(self, *roles: str, stage: Stage | None = None) -> list[_Line]:
        return [
            _Line(item.key, thinned_name(item), item.grams, item.role, item.fine, item.powder)
            for item in self.pot.as_mixed
            if item.role in roles and (stage is None or item.stage == stage)
        ]

    def stirred(self, stage: Stage) -> list[_Line]:
        """What goes into the whole pot then, besides fats, lye and water; scent last."""
        return self.lines(*_STIRRED, stage=stage) + self.lines("scent", stage=stage)

    def temperature(self, label: str, value: float) -> Amount:
        return Amount(key=label.lower().replace(" ", "-"), label=label, value=value, unit="°C")

    def oils(self) -> Iterator[Step]:
        oils = _running(self.lines("oil"))
        if self.hot:
            yield self.step(
                "oils",
                "weigh",
                "Weigh the oils, hard and liquid apart",
                "Tare for each. Hard fats in the pot, cut small and cold; liquid oils in a jug beside it.",
                oils,
            )
        else:
            target = self.temperature("Bring them to", self.heat.oils_at)
            yield self.step(
                "oils", "weigh", "Weigh and melt the oils", "Pot on the scale, tare. Solid fats first.", (*oils, target)
            )
        if self.lines("scent", stage="oils"):
            yield from self.scent_mixes()
        if blended := self.stirred("oils"):
            yield from self.thinning("oils")
            yield self.step(
                "into-oils",
                "weigh",
                "Blend into the liquid oils" if self.hot else "Blend into the oils",
                "Until no lump is left." if any(line.powder for line in blended) else "Stir it in well.",
                _running(blended),
                cautions=_cautions(blended),
            )

    def lye(self) -> Iterator[Step]:
        dissolved = self.stirred("lye water")
        yield from self.thinning("lye water")
        yield self.step(
            "lye",
            "weigh",
            "Water, then lye into it",
            ("What dissolves in the water goes first. " if dissolved else "")
            + "Tare the jug. Stir until clear; let it stand where nobody can knock it.",
            (
                *_running([*self.lines("water"), *dissolved, *self.lines("lye")]),
                self.temperature("It will reach", self.heat.lye_peak.value),
            ),
            cautions=LYE_CAUTIONS,
        )
        if hot := self.stirred("hot lye"):
            yield from self.thinning("hot lye")
            yield self.step(
                "into-hot-lye",
                "weigh",
                "Stir into the hot lye",
                "While it is hot, until nothing of it is seen. At arm's length: it may foam.",
                _running(hot),
                cautions=LYE_CAUTIONS,
            )
        if not self.hot and self.heat.rest.value >= 1:
            rest = Amount(key="rest", label="About", value=self.heat.rest.value, unit="min")
            yield self.step(
                "rest",
                "wait",
                "Let the lye cool",
                "A cold-water bath is many times quicker. Keep it covered and out of reach.",
                (rest, self.temperature("Until it stands at", self.heat.lye_at)),
                asks="I know: it is cool",
            )
        if not self.hot:
            yield from self.into_cooled()

    def into_cooled(self) -> Iterator[Step]:
        """What lye takes once it has cooled; worked hot it never does, and the melted pot takes it."""
        if cooled := self.stirred("cooled lye"):
            yield from self.thinning("cooled lye")
            yield self.step(
                "into-lye",
                "weigh",
                "Stir in once the fats have melted" if self.hot else "Stir into the cooled lye",
                "This lye goes in hot: what belongs into cooled lye waits for the liquid oils." if self.hot else "",
                _running(cooled),
                cautions=LYE_CAUTIONS[:1],
            )

    def scent_mixes(self) -> Iterator[Step]:
        """Scents of several bottles, mixed before anything thickens."""
        for mix in self.pot.scent_mixes:
            yield self.step(
                f"blend.{mix.key}",
                "mix",
                f"Mix the scent {mix.name}",
                "Into a clean glass, bottle after bottle. What is left over keeps.",
                _running([_Line(item.key, item.name, item.grams, fine=True) for item in mix.bottles]),
                cautions=(SCENT_CAUTION,),
            )

    def mixing(self) -> Iterator[Step]:
        comes_to = self.temperature("It comes to", self.heat.mixing.value)
        if self.hot:
            yield self.step(
                "melt",
                "mix",
                "Hot lye onto the hard fats",
                "Stir until the last piece has melted, then pour in the liquid oils.",
                (comes_to,),
                cautions=(*LYE_CAUTIONS, _BLENDER_CAUTION),
            )
            yield from self.into_cooled()
            yield self.step(
                "mix",
                "mix",
                "Blend to emulsion",
                "It thickens, then loosens. Short bursts.",
                cautions=(_BLENDER_CAUTION,),
            )
        else:
            yield self.step(
                "mix",
                "mix",
                "Lye into oils, blend to emulsion",
                "Short bursts. Stop as soon as no oil rises.",
                (comes_to,),
                cautions=(_BLENDER_CAUTION,),
                asks=_COOL,
            )
        yield from self.handing_over()
        yield from self.after_emulsion()

    def taken(self, batch: FromBatch) -> Iterator[Step]:
        """Out of the batter of another loaf, right when that is mixed."""
        yield from self.scent_mixes()
        yield self.step(
            "mix",
            "mix",
            f"Take it from the batter of {batch.name}",
            f"Right when that is blended to emulsion, before anything else goes in. Press this then: the clock of "
            f"{self.pot.name} runs from there.",
            (Amount(key="taken", label="Batter", value=self.pot.at_emulsion_g, unit="g"),),
        )
        yield from self.after_emulsion()

    def handing_over(self) -> Iterator[Step]:
        """What other loaves take of it, before anything of this one's own goes in."""
        if self.pot.shared:
            names = " and ".join(taker.name for taker in self.pot.shared.gives)
            amounts = tuple(
                Amount(key=taker.loaf, label=f"For {taker.name}", value=taker.total_g, unit="g")
                for taker in self.pot.shared.gives
            )
            detail = "Into a pitcher each, at once, while it pours. What stays is this loaf's."
            yield self.step("hand-over", "split", f"Take out what is for {names}", detail, amounts)

    def after_emulsion(self) -> Iterator[Step]:
        """What this loaf's own batter takes before it is split."""
        late = [*self.lines("late fat"), *self.lines(*_STIRRED, stage="after trace")]
        scent = self.lines("scent", stage="after trace")
        if late or scent:
            yield from self.thinning("after trace")
        if late:
            yield self.step(
                "late",
                "mix",
                "Stir into the whole pot",
                "Before it is split; what is dry or coloured is wetted first.",
                _running(late),
                cautions=_cautions(late),
            )
        if scent:
            yield self.step(
                "scent",
                "scent",
                "Scent the whole pot",
                "By hand, before it is split: have the bowls ready.",
                _running(scent),
                cautions=_cautions(scent),
            )

    def bowls(self) -> Iterator[Step]:
        portions = self.pot.portions
        if len(portions) > 1:
            amounts = tuple(Amount(key=p.key, label=p.name, value=p.grams, unit="g") for p in portions)
            first = "First take out the part for the top." if any(p.use == "frosting" for p in portions) else ""
            yield self.step("split", "split", f"Split into {len(portions)} bowls", first, amounts)
        yield from self.thinning()
        # All colours before any scent: what is scented first would thicken while the others are still being coloured.
        yield from (self.coloured(portion) for portion in portions if self.of(portion, "colour"))
        yield from (self.scented(portion) for portion in portions if self.of(portion, "scent"))
        yield from (self.at_last(portion) for portion in portions if self.of(portion, "last"))

    def thinning(self, stage: Stage | None = None) -> Iterator[Step]:
        """Mixes of things that are too little to weigh by themselves: of the pot's then, or of its bowls'."""
        for mix in self.pot.thinned:
            if mix.stage == stage:
                yield thinning_step(PotId.parse(self.pot.id), self.pot.name, mix)

    def of(self, portion: Portion, when: Literal["colour", "scent", "last"]) -> list[_Line]:
        """What goes into a bowl then."""
        return [
            _Line(f"{part.role}-{part.key}", thinned_name(part), part.grams, fine=True, powder=part.powder)
            for part in portion.additions
            if when == ("last" if part.last else "scent" if part.role == "scent" else "colour")
        ]

    def coloured(self, portion: Portion) -> Step:
        lines = self.of(portion, "colour")
        only_stirred = all(part.role == "additive" or part.last for part in portion.additions if part.role != "scent")
        return self.step(
            f"colour.{portion.key}",
            "colour",
            f"Stir into {portion.name}" if only_stirred else f"Colour {portion.name}",
            "By hand, until it is even."
            if only_stirred
            else "Tare a small cup. Wet the colour, then blend it in. You can add, never take out.",
            _running(lines),
            cautions=_cautions(lines),
        )

    def scented(self, portion: Portion) -> Step:
        return self.step(
            f"scent.{portion.key}",
            "scent",
            f"Scent {portion.name}",
            "By hand, once every bowl has its colour.",
            _running(self.of(portion, "scent")),
            cautions=(SCENT_CAUTION,),
        )

    def at_last(self, portion: Portion) -> Step:
        lines = self.of(portion, "last")
        return self.step(
            f"last.{portion.key}",
            "mix",
            f"At the very last, into {portion.name}",
            "By hand, just before it is poured.",
            _running(lines),
            cautions=_cautions(lines),
        )
