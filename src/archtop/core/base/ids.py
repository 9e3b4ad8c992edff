"""What pots, steps and jobs are called: one spelling and one parser for each.

Names are made from the document's own ids, so that a pot, a step or a job keeps its name when numbers change; ids hold
no dot, slash or number sign, which are kept for these names.
"""

from __future__ import annotations

from typing import Final, NamedTuple

__all__ = ["FROSTING", "LOAF", "JobKey", "PotId", "StepKey"]

_CAST = "cast-"
# What is cast over several days has a pot for each filling; the first has no number.
_AGAIN = "~"


class PotId(NamedTuple):
    """A pot: the loaf's own, the frosting's, of a casting (a column, pieces, a figure), or of a batch of these.

    >>> str(PotId.cast("tower", "figure"))
    'cast-tower-figure'
    >>> PotId.parse("cast-tower").item, PotId.parse("loaf").item
    ('tower', '')
    >>> str(PotId.cast("tower").filling(2)), PotId.parse("cast-tower~2").item, PotId.parse("cast-tower~2").first.name
    ('cast-tower~2', 'tower', 'cast-tower')
    """

    name: str

    @classmethod
    def cast(cls, item: str, part: str = "") -> PotId:
        """The pot of an embed or of small pieces, or of a part of them, by their id."""
        return cls(f"{_CAST}{item}-{part}" if part else f"{_CAST}{item}")

    @classmethod
    def batch(cls, batch: str) -> PotId:
        """The pot of several castings that are mixed together, by their batch's id."""
        return cls(f"batch-{batch}")

    @classmethod
    def parse(cls, text: str) -> PotId:
        """The pot of that name."""
        return cls(text)

    @property
    def item(self) -> str:
        """What is cast in it; empty for the loaf's and the frosting's."""
        return self.first.name.removeprefix(_CAST) if self.name.startswith(_CAST) else ""

    @property
    def first(self) -> PotId:
        """The pot of the first filling of the same thing."""
        return PotId(self.name.partition(_AGAIN)[0])

    @property
    def number(self) -> int:
        """Which filling it is for, from 1."""
        return int(self.name.partition(_AGAIN)[2] or 1)

    @property
    def job(self) -> str:
        """What its jobs in the schedule are called by: the casting, with a number from the second filling on.

        >>> PotId.cast("tower").filling(2).job
        'tower.2'
        """
        return f"{self.item}.{self.number}" if self.number > 1 else self.item

    def filling(self, number: int) -> PotId:
        """The pot of that filling, from 1: moulds that are filled again when they have let go."""
        return PotId(f"{self.name}{_AGAIN}{number}") if number > 1 else self

    def step(self, do: str, what: str = "") -> StepKey:
        """A step done with this pot."""
        return StepKey(self, do, what)

    def __str__(self) -> str:
        return self.name


LOAF: Final = PotId("loaf")
FROSTING: Final = PotId("frosting")


class StepKey(NamedTuple):
    """A step of the bench: its pot, what is done, and to what; ``amount``: one of the things weighed in it.

    >>> StepKey.parse("loaf.pour.base#level")
    StepKey(pot=PotId(name='loaf'), do='pour', what='base', amount='level')
    >>> str(LOAF.step("lay", "tower")), str(PotId.cast("tower").step("out"))
    ('loaf.lay.tower', 'cast-tower.out')
    """

    pot: PotId
    do: str
    what: str = ""
    amount: str = ""

    @classmethod
    def parse(cls, text: str) -> StepKey:
        """The step of that key; what follows its second dot is one name, dots included."""
        step, _, amount = text.partition("#")
        pot, _, rest = step.partition(".")
        do, _, what = rest.partition(".")
        return cls(PotId(pot), do, what, amount)

    @property
    def step(self) -> StepKey:
        """The step itself, whatever was weighed in it."""
        return self._replace(amount="")

    def __str__(self) -> str:
        text = ".".join(part for part in (str(self.pot), self.do, self.what) if part)
        return f"{text}#{self.amount}" if self.amount else text


class JobKey(NamedTuple):
    """A job of the schedule: of which loaf (empty while there is only one), what is done, and to what.

    >>> str(JobKey("l1", "cast", "tower")), str(JobKey("", "pour"))
    ('l1/cast.tower', 'pour')
    >>> JobKey.parse("l1/out.tower.2")
    JobKey(loaf='l1', do='out', item='tower.2')
    """

    loaf: str
    do: str
    item: str = ""

    @classmethod
    def parse(cls, text: str) -> JobKey:
        """The job of that key."""
        loaf, slash, rest = text.rpartition("/")
        do, _, item = rest.partition(".")
        return cls(loaf if slash else "", do, item)

    def __str__(self) -> str:
        job = f"{self.do}.{self.item}" if self.item else self.do
        return f"{self.loaf}/{job}" if self.loaf else job
