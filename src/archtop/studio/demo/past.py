"""A past year for the demo studio: forty loaves that were poured, cut and looked at.

Made up. A studio with habits of its own ("truth") is simulated: how thick a film it leaves on bowls, how its pots and
hands go, how strong its jars are. What it writes down goes the way of any log, and the numbers are then fitted as
anybody's are. Its photographs are drawn from the pours and say so.
"""

from __future__ import annotations

import datetime as dt
import io
import json
import math
import uuid
from collections.abc import Iterator, Mapping
from importlib.resources import files
from typing import Any, NamedTuple

import numpy as np
from django.contrib.auth.models import User
from PIL import Image

from archtop.core import Cupboard, LoafPlan, plan_of, read_loaf, resolve, stock_key
from archtop.core import Loaf as Document
from archtop.core.base import Rate
from archtop.core.bench.clock import Bowl, bowls_of
from archtop.core.faces import field_of
from archtop.core.learning import kind_of
from archtop.core.notebook import LoafOutcome
from archtop.core.rheology import spread_mm
from archtop.studio import wall_clock
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.learning import learn
from archtop.studio.actions.loaves import create_loaf
from archtop.studio.actions.mentions import mention
from archtop.studio.actions.photos import add_photo
from archtop.studio.actions.plans import Plans
from archtop.studio.actions.prices import save_prices
from archtop.studio.models import BenchEntry, BowlNote, Loaf, OutcomeEntry, StockUse

__all__ = ["load_past"]

_FOLDER = files("archtop.studio") / "demo"
# The last of them was poured so many days ago, and one every so many days before.
_LAST, _EVERY = 12, 9
_POURED_AT = dt.time(18, 30)
# So many of the latest have a photograph of a face.
_PHOTOS, _PHOTO_PX_MM = 16, 0.3
_READ_AT_MIN = (3.0, 6.0, 13.0, 19.0)
# The smallest ring of the sheet: nobody reads a smaller one.
_TOO_THICK_MM = 45.0
_WOOD, _CARD = (146, 112, 82), (232, 231, 227)


class _Truth(NamedTuple):
    """The studio as it is: its habits as fitted numbers would tell them."""

    rates: Mapping[str, Rate]
    cupboard: Cupboard

    def of(self, key: str) -> float:
        return self.rates[key].value if key in self.rates else kind_of(key).default


def load_past(owner: User) -> None:
    """Bring the past year in; the same every time, counted back from today."""
    told = json.loads((_FOLDER / "past.json").read_text(encoding="utf-8"))
    rates = {
        key: Rate(
            key=key,
            name="",
            unit=kind_of(key).unit,
            value=value,
            low=0.9 * value,
            high=1.1 * value,
            default=kind_of(key).default,
            n=1,
            how="",
            source="",
        )
        for key, value in told["truth"].items()
    }
    usual = cupboard_of_studio(learned=False)
    truth = _Truth(rates, usual.model_copy(update={"rates": rates}))
    save_prices(told["prices"], "€", 18.0)
    lived: list[Loaf] = []
    for number, (name, like) in enumerate(told["loaves"]):
        days = _LAST + _EVERY * (len(told["loaves"]) - 1 - number)
        chance = np.random.default_rng(3000 + number)
        data = json.loads((_FOLDER / f"{like}.loaf.json").read_text(encoding="utf-8"))
        poured = dt.datetime.combine(wall_clock.today() - dt.timedelta(days=days), _POURED_AT, dt.UTC)
        loaf = create_loaf(owner, read_loaf({**_recoloured(data, told["palette"], chance), "name": name}))
        _live(loaf, truth, usual, poured, days=days, notes=told["notes"], chance=chance)
        if number >= len(told["loaves"]) - _PHOTOS:
            _photograph(loaf, truth, poured + dt.timedelta(days=2), 7000 + number)
        Loaf.objects.filter(pk=loaf.pk).update(put_away=days > 30, rates_then=[])
        lived.append(loaf)
    # Last of all, in their order: with new numbers after each of them every loaf would be planned twice.
    for loaf in lived:
        learn(loaf)


def _recoloured(data: dict[str, Any], palette: list[Any], chance: np.random.Generator) -> dict[str, Any]:
    """The same loaf in other colours: those it is poured in are drawn anew."""
    poured = {share["colour"] for step in data["work"] if step["do"] == "pour" for share in step["colours"]}
    picked = chance.permutation(len(palette))
    colours: list[dict[str, Any]] = []
    for colour in data["colours"]:
        if colour["id"] in poured:
            name, srgb, doses = palette[picked[len(colours)]]
            doses = [{"colourant": key, "g_per_kg": grams} for key, grams in doses]
            colour = {**colour, "name": name, "srgb": srgb, "colourants": doses}
        colours.append(colour)
    return {**data, "colours": colours, "pour_on": None, "ready_on": None, "story": ""}


def _live(
    loaf: Loaf,
    truth: _Truth,
    usual: Cupboard,
    poured: dt.datetime,
    *,
    days: int,
    notes: list[str],
    chance: np.random.Generator,
) -> None:
    """Its pour day, and what was seen of it since."""
    document = read_loaf(loaf.document)
    of = resolve(document, truth.cupboard)
    planned, real = Plans(usual).of(loaf).result, plan_of(of)
    bowls = bowls_of(of, real)
    mixed = poured
    log = [*_presses(planned, real, mixed, chance)]
    stood_h = next((at - mixed).total_seconds() / 3600 for step, at, _ in log if step == "loaf.cut")
    stuck = stood_h < _soonest_cut_h(real)
    BenchEntry.objects.bulk_create(
        BenchEntry(loaf=loaf, press_id=uuid.uuid4(), step=step, action="done", pressed_at=at, grams=grams)
        for step, at, grams in log
    )
    done = {step: at for step, at, _ in log}
    BowlNote.objects.bulk_create(_readings(loaf, bowls, done, mixed, chance))
    outcomes = [*_outcomes(document, planned, real, truth, poured, days=days, notes=notes, stuck=stuck, chance=chance)]
    OutcomeEntry.objects.bulk_create(
        OutcomeEntry(loaf=loaf, entry_id=uuid.uuid4(), stage=item.stage, data=item.model_dump(mode="json"))
        for item in outcomes
    )
    grams = {stock_key(item.kind, item.key): item.grams for item in planned.supplies}
    StockUse.objects.create(loaf=loaf, data=grams)
    mention(loaf, document, outcomes)


def _presses(
    planned: LoafPlan, real: LoafPlan, mixed: dt.datetime, chance: np.random.Generator
) -> Iterator[tuple[str, dt.datetime, float | None]]:
    """The loaf's own steps, from the oils to the cut."""
    minute = -40.0
    runs = {f"loaf.pipe.{run.id}": run.minutes.value for run in real.top.runs}
    soonest = _soonest_cut_h(planned)
    for step in planned.steps:
        if not step.key.startswith(("loaf.", "frosting.")):
            continue
        if step.key.endswith(".mix"):
            minute = 0.0
        elif step.key.startswith(("loaf.pour", "loaf.lay")):
            minute += 6.0
        elif ".scent." in step.key:
            # Scent goes in last, and its bowl has been read before.
            minute = max(minute + 1.5, 8.0)
        elif step.key in runs:
            minute += runs[step.key] * math.exp(chance.normal(0, 0.12))
        elif step.key == "loaf.cut":
            # Somewhat after the plan's soonest, as the day allows.
            minute += 60 * soonest * math.exp(chance.normal(0.1, 0.12))
        else:
            minute += 1.5
        for amount in step.amounts if step.pot and step.key.endswith(".oils") else ():
            if amount.unit == "g":
                yield (
                    f"{step.key}#{amount.key}",
                    mixed + dt.timedelta(minutes=minute),
                    amount.value + chance.normal(0, 0.6),
                )
        yield step.key, mixed + dt.timedelta(minutes=minute), None


def _soonest_cut_h(result: LoafPlan) -> float:
    return next(task.earliest_h for task in result.schedule if task.key == "cut")


def _readings(
    loaf: Loaf,
    bowls: tuple[Bowl, ...],
    done: Mapping[str, dt.datetime],
    mixed: dt.datetime,
    chance: np.random.Generator,
) -> Iterator[BowlNote]:
    """Rings of two bowls, as thick as the studio's own pots become."""
    for bowl in bowls[:2]:
        start = bowl.growth.start + chance.normal(0, 0.3)
        rate = bowl.growth.rate * math.exp(chance.normal(0, 0.15))
        scented = [(key, bend) for key, bend in bowl.bends_by.items() if bend.kind == "scented" and key in done]
        since = done.get(bowl.mixed_by, mixed)
        for minute in _READ_AT_MIN:
            log_pa = start + rate * minute
            for key, bend in scented:
                log_pa += rate * bend.strength * max(minute - (done[key] - since).total_seconds() / 60, 0.0)
            ring = spread_mm(math.exp(log_pa + chance.normal(0, 0.1)), bowl.density_g_ml)
            if ring < _TOO_THICK_MM:
                # They would have taken the cup from here on.
                break
            yield BowlNote(
                loaf=loaf,
                press_id=uuid.uuid4(),
                bowl=bowl.key,
                taken_at=since + dt.timedelta(minutes=minute),
                data={"kind": "spread", "value": round(min(ring, 200.0), 1)},
            )


def _outcomes(
    document: Document,
    planned: LoafPlan,
    real: LoafPlan,
    truth: _Truth,
    poured: dt.datetime,
    *,
    days: int,
    notes: list[str],
    stuck: bool,
    chance: np.random.Generator,
) -> Iterator[LoafOutcome]:
    """What was written down at each moment that has come."""
    pot = planned.pots[-1]
    film_g = sum(part.clings_ml for part in pot.portions) * pot.density.value
    used = kind_of("film").default
    short_g = film_g * (truth.of("film") * math.exp(chance.normal(0, 0.2)) / used - 1)
    margin_g = sum(part.margin_ml for part in pot.portions) * pot.density.value
    frosting = [part for pot in planned.pots for part in pot.portions if part.use == "frosting"]
    had = sum(part.delivers.value + part.margin_ml for part in frosting)
    left_g = max(had - real.top.volume.value * math.exp(chance.normal(0, 0.05)), 0.0) * pot.density.value
    share = 1 - max(short_g - margin_g + left_g, -margin_g) / planned.cuts.total_g
    heavy = truth.of("density") * math.exp(chance.normal(0, 0.006))
    level = planned.level_mm * share / heavy
    scents = {part.scent for blend in document.blends for part in blend.parts}
    faults = [*_faults(document, scents, stuck, chance)]
    day = poured.date()
    yield LoafOutcome(
        stage="unmoulded",
        on=day + dt.timedelta(days=1),
        level_mm=round(level * 2) / 2,
        faults=tuple(item for item in faults if item["kind"] in ("sticky", "sunk")),
        ash=0,
    )
    each = [grams for bar in planned.cuts.bars for grams in bar.part_gs]
    fresh = [grams * share * 0.99 * (1 + chance.normal(0, 0.012)) for grams in each]
    left: list[dict[str, Any]] = []
    if left_g > 3:
        left.append({"what": "frosting", "grams": round(left_g), "went": "dough", "colour": frosting[0].colour})
    if chance.random() < 0.4:
        left.append({"what": "trimmings", "grams": float(round(chance.uniform(20, 70))), "went": "thrown away"})
    yield LoafOutcome.model_validate(
        {
            "stage": "cut",
            "on": day + dt.timedelta(days=2),
            "bars": len(each),
            "left": left,
            "weights": [{"bar": i + 1, "grams": round(grams)} for i, grams in enumerate(fresh)],
            "faults": [item for item in faults if item["kind"] not in ("sticky", "sunk", "ash", "browned", "faded")],
            "embeds": [
                {
                    "embed": embed.id,
                    "bar": bar,
                    "across_mm": round(embed.across_mm + chance.normal(0.5, 0.8), 1),
                    "up_mm": round(embed.up_mm - abs(chance.normal(1.0, 1.2)), 1),
                }
                for embed in document.embeds
                for bar in (2, 5)
            ],
        }
    )
    if days < 7:
        return
    ash = int(chance.choice([0, 0, 0, 1, 2]))
    yield LoafOutcome(
        stage="one week", on=day + dt.timedelta(days=7), ash=ash, scent=2, notes=str(chance.choice(notes))
    )
    if days < 36:
        return
    lost = truth.of("cure") + chance.normal(0, 0.8)
    colours = [item for item in real.colours if item.forecast]
    yield LoafOutcome.model_validate(
        {
            "stage": "cured",
            "on": day + dt.timedelta(days=35),
            "ash": ash,
            "scent": int(chance.choice([1, 2, 2, 3])),
            "weights": [{"bar": i + 1, "grams": round(grams * (1 - lost / 100))} for i, grams in enumerate(fresh)][:4],
            "colours": [{"colour": item.id, "srgb": _off(item.shown, chance), "how": "white card"} for item in colours],
            "faults": [item for item in faults if item["kind"] in ("browned", "faded", "off-colour")],
            "verdict": "never" if any(item["bad"] == 3 for item in faults) else "again but" if faults else "again",
            "notes": str(chance.choice(notes)),
        }
    )


def _faults(document: Document, scents: set[str], stuck: bool, chance: np.random.Generator) -> Iterator[dict[str, Any]]:
    """What went wrong: some of it by the scent, some by chance."""
    likely = [("voids", 0.12, bool(document.embeds)), ("sunk", 0.15, bool(document.embeds)), ("smears", 0.1, True)]
    likely += [("riced", 0.35, "wet-slate" in scents), ("browned", 0.4, "lamp-resin" in scents)]
    likely += [("sticky", 1.0, stuck), ("fallen", 0.1, document.frosting is not None)]
    likely += [("off-colour", 0.1, True), ("soft", 0.1, document.frosting is not None)]
    for kind, share, there in likely:
        if there and chance.random() < share:
            yield {"kind": kind, "bad": int(chance.choice([1, 1, 2, 3])), "bars": [], "where": ""}


def _off(srgb: str, chance: np.random.Generator) -> str:
    """A colour as a photograph gives it: a few steps off."""
    return "#" + "".join(
        f"{int(np.clip(int(srgb[i : i + 2], 16) + chance.normal(0, 3), 0, 255)):02x}" for i in (1, 3, 5)
    )


def _photograph(loaf: Loaf, truth: _Truth, at: dt.datetime, seed: int) -> None:
    """A face of another outcome than any plan shows, on a table beside a white card, in warm light."""
    document = read_loaf(loaf.document)
    of = resolve(document, truth.cupboard)
    result = plan_of(of)
    field = field_of(of, result.fills, bowls_of(of, result), seed)
    bar = result.cuts.bars[min(3, len(result.cuts.bars) - 1)]
    face = field.face(bar.from_mm, _PHOTO_PX_MM)
    shown = {colour.id: colour.shown for colour in result.colours}
    palette = [shown[colour.id] for colour in document.colours] + [shown[document.colours[0].id]] * 3
    table = np.array([[int(srgb[k : k + 2], 16) for k in (1, 3, 5)] for srgb in palette], dtype=float)
    embeds = [shown[embed.colour] for embed in document.embeds] or [palette[0]]
    table[-2] = [int(embeds[0][k : k + 2], 16) for k in (1, 3, 5)]
    high, wide = face.colours.shape
    edge = 60
    picture = np.full((high + 2 * edge, wide + 3 * edge, 3), _WOOD, dtype=float)
    picture[edge : edge + high // 2, wide + edge + 20 : wide + 3 * edge - 20] = _CARD
    inside = face.colours != -1
    picture[edge : edge + high, edge : edge + wide][inside] = table[face.colours][inside]
    chance = np.random.default_rng(seed)
    picture = picture * (1.0, 0.96, 0.88) * 0.94 + chance.normal(0, 3, picture.shape)
    data = io.BytesIO()
    Image.fromarray(np.clip(picture, 0, 255).astype(np.uint8), "RGB").save(data, "JPEG", quality=88)
    photo = add_photo(loaf, data.getvalue(), "cut face", bar.number, at)
    left, wide_px, high_px = float(edge), photo.wide_px, photo.high_px
    foot = (edge + high) / high_px
    narrow = int(inside[-2].sum())
    left += (wide - narrow) / 2
    photo.points = [[left / wide_px, foot], [(left + narrow) / wide_px, foot]]
    photo.apart_mm = round(narrow * _PHOTO_PX_MM, 1)
    photo.note = f"Drawn for the demo, not photographed ({high_px} points high)."
    photo.save(update_fields=["points", "apart_mm", "note"])
