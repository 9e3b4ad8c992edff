"""What the studio keeps. Models are data; what is done with them stands in ``actions``."""

from __future__ import annotations

import datetime as dt
import math
import uuid
from typing import Any, NoReturn

from django.conf import settings
from django.db import models

from archtop.studio.wall_clock import StampField

_ONLY_GROWS = "A log only grows: add an entry that undoes this one."


class Loaf(models.Model):
    """A loaf's current document. ``preview`` is what the list of loaves draws, taken from the plan at saving."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="loaves")
    name = models.CharField(max_length=120)
    document = models.JSONField()
    preview = models.JSONField(default=dict)
    revision = models.PositiveIntegerField(default=1)
    created_at = StampField(auto_now_add=True)
    updated_at = StampField(auto_now=True)
    put_away = models.BooleanField(default=False)
    rates_then = models.JSONField(
        null=True, help_text="What the studio had learned when work on it began: its plan stays the one it began with."
    )
    to_learn = models.BooleanField(default=False, db_index=True)

    class Meta:
        ordering = ("-updated_at",)
        verbose_name_plural = "loaves"

    def __str__(self) -> str:
        return self.name


class Revision(models.Model):
    """Every document ever saved. ``kept_aside``: it came too late, and is not in the loaf's line of versions.

    ``save_id``: of the save that brought it, so that one whose answer was lost is known when it comes again.
    """

    loaf = models.ForeignKey(Loaf, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    based_on = models.PositiveIntegerField(default=0)
    document = models.JSONField()
    kept_aside = models.BooleanField(default=False)
    save_id = models.UUIDField(null=True, editable=False)
    saved_at = StampField(auto_now_add=True)

    class Meta:
        ordering = ("-saved_at", "-id")
        constraints = [
            models.UniqueConstraint(
                fields=("loaf", "number"), condition=models.Q(kept_aside=False), name="one_document_a_revision"
            )
        ]

    def __str__(self) -> str:
        return f"{self.loaf_id} r{self.number}{' (kept aside)' if self.kept_aside else ''}"


class AppendOnly(models.QuerySet):  # type: ignore[type-arg]
    """Rows that are added and read, nothing else."""

    def update(self, **kwargs: Any) -> NoReturn:  # noqa: ARG002
        """Refused: see :class:`OnlyGrows`."""
        raise TypeError(_ONLY_GROWS)

    def delete(self) -> NoReturn:
        """Refused: see :class:`OnlyGrows`."""
        raise TypeError(_ONLY_GROWS)


class OnlyGrows(models.Model):
    """A log: its entries are never changed and never deleted; what was wrong is undone by another entry."""

    objects = AppendOnly.as_manager()

    class Meta:
        abstract = True

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Add; an entry that is written is never changed."""
        if self.pk is not None:
            raise TypeError(_ONLY_GROWS)
        super().save(*args, **kwargs)

    def delete(self, *args: Any, **kwargs: Any) -> NoReturn:  # noqa: ARG002
        """Refused: see the class."""
        raise TypeError(_ONLY_GROWS)


class BenchEntry(OnlyGrows):
    """One press at the bench. ``press_id`` makes a press sent twice count once."""

    loaf = models.ForeignKey(Loaf, on_delete=models.CASCADE, related_name="bench")
    press_id = models.UUIDField(unique=True)
    step = models.CharField(max_length=120)
    action = models.CharField(max_length=8, choices=[(word, word) for word in ("done", "undone", "skipped", "begun")])
    pressed_at = models.DateTimeField()
    grams = models.FloatField(null=True, help_text="What the scale showed, where one was read.")
    celsius = models.FloatField(null=True, help_text="What the thermometer showed, where one was read.")
    received_at = StampField(auto_now_add=True)

    class Meta:
        ordering = ("id",)
        verbose_name_plural = "bench entries"

    def __str__(self) -> str:
        return f"{self.step} {self.action}"


class BowlNote(OnlyGrows):
    """A reading or an event at a bowl, or the taking back of one (``takes_back`` names its press)."""

    loaf = models.ForeignKey(Loaf, on_delete=models.CASCADE, related_name="bowl_notes")
    press_id = models.UUIDField(unique=True)
    bowl = models.CharField(max_length=80)
    data = models.JSONField(default=dict)
    takes_back = models.UUIDField(null=True)
    taken_at = models.DateTimeField()
    received_at = StampField(auto_now_add=True)

    class Meta:
        ordering = ("taken_at", "id")

    def __str__(self) -> str:
        return f"{self.bowl}: {self.data.get('kind', 'taken back')}"


class ShelfLot(models.Model):
    """A lot on the shelf: the core's description of it; how much there is stands in its moves."""

    key = models.CharField(max_length=80, unique=True)
    data = models.JSONField()
    loaf = models.ForeignKey(Loaf, null=True, on_delete=models.SET_NULL, related_name="lots")
    put_at = StampField(auto_now_add=True)

    class Meta:
        ordering = ("-put_at", "-id")

    def __str__(self) -> str:
        return self.key


class ShelfMove(OnlyGrows):
    """So much put on the shelf or taken off it. ``move_id`` makes a move sent twice count once."""

    lot = models.ForeignKey(ShelfLot, on_delete=models.CASCADE, related_name="moves")
    move_id = models.UUIDField(unique=True)
    count = models.IntegerField(default=0)
    grams = models.FloatField(default=0)
    why = models.CharField(max_length=20)
    loaf = models.ForeignKey(Loaf, null=True, on_delete=models.SET_NULL, related_name="moves")
    step = models.CharField(max_length=120, blank=True)
    moved_at = StampField(auto_now_add=True)

    class Meta:
        ordering = ("id",)

    def __str__(self) -> str:
        return f"{self.lot_id}: {self.count:+d}, {self.grams:+g} g, {self.why}"


class LoafMould(models.Model):
    """A mould on the shelf, of any kind, to start a loaf from; ``data`` is its part of a loaf's document."""

    name = models.CharField(max_length=120, unique=True)
    data = models.JSONField()

    class Meta:
        ordering = ("name",)

    def __str__(self) -> str:
        return self.name


class OwnFat(models.Model):
    """A fat of the studio's own: it adds to the built-in table, or takes the place of the row with its key."""

    key = models.SlugField(max_length=40, unique=True)
    name = models.CharField(max_length=120)
    inci = models.CharField(max_length=160)
    sv = models.FloatField("saponification value, mg KOH/g")
    iv = models.FloatField("iodine value, g I2/100 g")
    density_g_ml = models.FloatField(default=0.915)
    melt_low_c = models.FloatField(default=-10)
    melt_high_c = models.FloatField(default=0)
    solid_at_25 = models.BooleanField(default=False)
    source = models.CharField(max_length=200, help_text="The supplier's certificate, for example.")

    class Meta:
        ordering = ("name",)

    def __str__(self) -> str:
        return self.name


class CupboardItem(models.Model):
    """A scent, a colourant or an additive of the studio: the core's own description of it, as it was last put in."""

    kind = models.CharField(max_length=12, choices=[(word, word) for word in ("scent", "colourant", "additive")])
    key = models.SlugField(max_length=40)
    data = models.JSONField()
    updated_at = StampField(auto_now=True)

    class Meta:
        ordering = ("kind", "key")
        constraints = [models.UniqueConstraint(fields=("kind", "key"), name="one_item_a_key")]

    def __str__(self) -> str:
        return f"{self.kind} {self.key}"


class Stock(models.Model):
    """Grams on hand of one thing, named as the core names it; what has no row has not been counted."""

    name = models.CharField(max_length=60, unique=True, help_text="Like fat:olive or scent:market-tea.")
    grams = models.FloatField()
    counted_at = StampField(auto_now=True)

    class Meta:
        ordering = ("name",)
        verbose_name_plural = "stock"

    def __str__(self) -> str:
        return f"{self.name}: {self.grams:g} g"


class BookFormula(models.Model):
    """A formula in the studio's book; its versions are never changed."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="formulas")
    name = models.CharField(max_length=120)

    class Meta:
        ordering = ("name", "id")
        constraints = [models.UniqueConstraint(fields=("owner", "name"), name="one_formula_a_name")]

    def __str__(self) -> str:
        return self.name


class FormulaVersion(models.Model):
    """A formula as it was written into the book."""

    book = models.ForeignKey(BookFormula, on_delete=models.CASCADE, related_name="versions")
    number = models.PositiveIntegerField()
    data = models.JSONField()
    written_at = StampField(auto_now_add=True)

    class Meta:
        ordering = ("-number",)
        constraints = [models.UniqueConstraint(fields=("book", "number"), name="one_formula_a_version")]

    def __str__(self) -> str:
        return f"{self.book} v{self.number}"


class Photo(models.Model):
    """A photograph of a loaf or of one of its bars. ``points``: two of it, as shares of its width and height, that lie
    ``apart_mm`` from each other. ``focal``: the lens' focal length as a share of the longer side, where the file told
    it. ``removed``: no longer shown; the file stays until the studio is tidied.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    loaf = models.ForeignKey(Loaf, on_delete=models.CASCADE, related_name="photos")
    kind = models.CharField(max_length=20)
    bar = models.PositiveIntegerField(null=True, blank=True)
    file = models.FileField(upload_to="photos")
    wide_px = models.PositiveIntegerField()
    high_px = models.PositiveIntegerField()
    points = models.JSONField(default=list)
    apart_mm = models.FloatField(null=True, blank=True)
    focal = models.FloatField(null=True, blank=True)
    note = models.TextField(blank=True, max_length=2000)
    taken_at = models.DateTimeField()
    removed = models.BooleanField(default=False)

    class Meta:
        ordering = ("taken_at", "id")

    def __str__(self) -> str:
        return f"{self.loaf.name}, {self.kind}"

    @property
    def apart_px(self) -> float:
        """How far its two points lie apart [px]; 0 while there are none."""
        if len(self.points) != 2:
            return 0.0
        (x0, y0), (x1, y1) = self.points
        return math.hypot((x1 - x0) * self.wide_px, (y1 - y0) * self.high_px)

    @property
    def mm_per_px(self) -> float | None:
        """Its scale, once two of its points are known."""
        return self.apart_mm / self.apart_px if self.apart_mm and self.apart_px else None


class Season(models.Model):
    """An owner's hours, moulds and shared castings, and the last plan of all their loaves.

    ``planned_from``: what was asked for when that plan was made, in short.
    ``feed``: the secret in the address of the calendar that other programs read; empty while there is none.
    """

    owner = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="season")
    hours = models.JSONField(default=dict)
    moulds = models.JSONField(default=dict)
    together = models.JSONField(default=list)
    plan = models.JSONField(null=True)
    planned_at = models.DateTimeField(null=True)
    planned_from = models.CharField(max_length=64, blank=True)
    feed = models.CharField(max_length=64, blank=True)

    def __str__(self) -> str:
        return f"season of {self.owner}"


class SeasonPin(models.Model):
    """A job that a person holds at a time, or has done at one."""

    season = models.ForeignKey(Season, on_delete=models.CASCADE, related_name="pins")
    job = models.CharField(max_length=160)
    start = models.DateTimeField()
    done = models.BooleanField(default=False)

    class Meta:
        constraints = [models.UniqueConstraint(fields=("season", "job"), name="one_pin_a_job")]

    def __str__(self) -> str:
        return f"{self.job} {'done' if self.done else 'held'}"


# What a day is for that loaves are to be ready on.
ORDER_KINDS = ("commission", "favours", "collection", "market", "launch", "wedding", "holiday")


class Order(models.Model):
    """Loaves that belong together, and the day they are for: a commission, favours for so many heads, a market."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="orders")
    kind = models.CharField(max_length=12, choices=[(word, word) for word in ORDER_KINDS])
    name = models.CharField(max_length=120)
    ready_on = models.DateField(null=True, blank=True)
    wrap_on = models.DateField(null=True, blank=True)
    heads = models.PositiveIntegerField(null=True, blank=True)
    spare_percent = models.FloatField(default=10)
    colours = models.CharField(max_length=400, blank=True, help_text="Colours that were agreed, in words.")
    notes = models.TextField(max_length=4000, blank=True)
    loaves = models.ManyToManyField(Loaf, related_name="orders", blank=True)
    put_away = models.BooleanField(default=False)

    class Meta:
        ordering = ("ready_on", "name")

    def __str__(self) -> str:
        return self.name


class OutcomeEntry(OnlyGrows):
    """What was written down of a loaf at one moment; the last entry of each stage stands."""

    loaf = models.ForeignKey(Loaf, on_delete=models.CASCADE, related_name="outcomes")
    entry_id = models.UUIDField(unique=True)
    stage = models.CharField(max_length=12)
    data = models.JSONField()
    written_at = StampField(auto_now_add=True)

    class Meta:
        ordering = ("id",)
        verbose_name_plural = "outcome entries"

    def __str__(self) -> str:
        return f"{self.loaf.name}, {self.stage}"


class Observation(models.Model):
    """What a loaf shows of one of the studio's own numbers; written anew whenever the loaf is learned from."""

    loaf = models.ForeignKey(Loaf, on_delete=models.CASCADE, related_name="observations")
    rate = models.CharField(max_length=80, db_index=True)
    value = models.FloatField()
    sd = models.FloatField()
    grams = models.FloatField(default=0.0, help_text="What it was of, where that is lost: batter on bowls.")
    says = models.CharField(max_length=300)
    seen_at = models.DateTimeField()

    class Meta:
        ordering = ("seen_at", "id")

    def __str__(self) -> str:
        return f"{self.rate}: {self.value:g}"


class OwnRate(models.Model):
    """One of the studio's own numbers as it is fitted now. ``off``: plans do not take it; ``forgotten_at``: what was
    seen before does not count.
    """

    key = models.CharField(max_length=80, unique=True)
    data = models.JSONField(null=True)
    off = models.BooleanField(default=False)
    forgotten_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("key",)

    def __str__(self) -> str:
        return self.key


class Mention(models.Model):
    """Something a loaf is made of, or that went wrong with it: what the notebook is filtered by."""

    loaf = models.ForeignKey(Loaf, on_delete=models.CASCADE, related_name="mentions")
    kind = models.CharField(max_length=12)
    key = models.CharField(max_length=120)

    class Meta:
        ordering = ("kind", "key")
        constraints = [models.UniqueConstraint(fields=("loaf", "kind", "key"), name="one_mention_a_thing")]
        indexes = [models.Index(fields=("kind", "key"))]

    def __str__(self) -> str:
        return f"{self.kind} {self.key}"


class PastLoaf(models.Model):
    """A loaf of which something is written down, as the notebook tells of it: the core's own words of it."""

    loaf = models.OneToOneField(Loaf, on_delete=models.CASCADE, related_name="past")
    on = models.DateField(db_index=True)
    data = models.JSONField()

    class Meta:
        ordering = ("-on",)

    def __str__(self) -> str:
        return self.loaf.name


class Price(models.Model):
    """What a kilogram of a thing costs, named as the stock names it."""

    name = models.CharField(max_length=60, unique=True, help_text="Like fat:olive or scent:market-tea.")
    per_kg = models.FloatField()

    class Meta:
        ordering = ("name",)

    def __str__(self) -> str:
        return f"{self.name}: {self.per_kg:g}"


class Setting(models.Model):
    """One choice of the studio: its currency, what an hour of hands costs, whether the tour was taken."""

    key = models.CharField(max_length=40, unique=True)
    value = models.JSONField()

    def __str__(self) -> str:
        return self.key


class BenchPass(models.Model):
    """A telephone's way in to the bench of one loaf, until a moment or until it is ended. Its code is kept hashed."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="bench_passes")
    loaf = models.ForeignKey(Loaf, on_delete=models.CASCADE, related_name="passes")
    code_sha256 = models.CharField(max_length=64, unique=True)
    made_at = StampField(auto_now_add=True)
    ends_at = models.DateTimeField()
    ended = models.BooleanField(default=False)

    def __str__(self) -> str:
        return f"{self.loaf.name}, until {self.ends_at:%H:%M}"

    @classmethod
    def open_at(cls, moment: dt.datetime) -> models.QuerySet[BenchPass]:
        """Those that hold."""
        return cls.objects.filter(ended=False, ends_at__gt=moment)


class StockUse(models.Model):
    """What a finished loaf took off the stock, once: grams by the stock's names."""

    loaf = models.OneToOneField(Loaf, on_delete=models.CASCADE, related_name="stock_use")
    data = models.JSONField()
    used_at = StampField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.loaf.name}: {len(self.data)} things"
