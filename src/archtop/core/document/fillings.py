"""How often moulds are filled: what needs more of them than there are is cast again, on a day of its own."""

from __future__ import annotations

import math
from typing import Final, NamedTuple

from archtop.core.base import InputError, Mend, PotId
from archtop.core.document.contents import Contents
from archtop.core.document.parts import Embed
from archtop.core.document.pieces import Pieces

__all__ = ["MOST_FILLINGS", "Filling", "fillings_of"]

# Nobody fills one mould more often than this for one loaf.
MOST_FILLINGS: Final = 24


class Filling(NamedTuple):
    """One time that moulds are filled: which of how many, how many come out of it, how many moulds it fills."""

    number: int
    of: int
    out: int
    moulds: int

    def named(self, name: str) -> str:
        """What is cast, and which filling it is, where there are several."""
        return f"{name}, filling {self.number} of {self.of}" if self.of > 1 else name


def fillings_of(loaf: Contents, thing: Embed | Pieces) -> tuple[Filling, ...]:
    """The fillings of a column's mould or of a piece's, alike as far as they can be.

    What is cast together with other things fills as many moulds as it needs at once: its pot is mixed once.

    :raises InputError: ``moulds.few`` where the mould would have to be filled too often
    """
    if isinstance(thing, Embed):
        needed, at_once = loaf.moulds, 1
        moulds = thing.casting.moulds if thing.casting else needed
    else:
        needed, hollows = thing.count * loaf.moulds, thing.make.hollows
        at_once, moulds = hollows or needed, thing.moulds
    all_moulds = math.ceil(needed / at_once)
    together = any(str(PotId.cast(thing.id)) in batch.casts for batch in loaf.batches)
    times = 1 if together else math.ceil(all_moulds / moulds)
    if times > MOST_FILLINGS:
        where, i = _place(loaf, thing)
        field = f"{where}.{i}.{'casting.' if where == 'embeds' else ''}moulds"
        least = math.ceil(all_moulds / MOST_FILLINGS)
        raise InputError.one(
            "moulds.few",
            field,
            moulds,
            f"{thing.name} would be cast {times} times over; {MOST_FILLINGS} is most",
            f"Fill {least} or more at once.",
            Mend(says=f"Fill {least} at once", field=field, value=least),
        )
    each, over = divmod(needed, times)
    counts = [each + (n < over) for n in range(times)]
    return tuple(Filling(n + 1, times, count, math.ceil(count / at_once)) for n, count in enumerate(counts))


def _place(loaf: Contents, thing: Embed | Pieces) -> tuple[str, int]:
    if isinstance(thing, Embed):
        return "embeds", loaf.embeds.index(thing)
    return "pieces", loaf.pieces.index(thing)
