"""How fast this studio's pots have thickened, from the readings of its other loaves."""

from __future__ import annotations

import uuid
from functools import lru_cache

from django.db.models import Max

from archtop.core import InputError, plan, read_loaf
from archtop.core.clock import Note, bowls_of, pot_pace
from archtop.core.paces import Pace, PotPace, pace_of
from archtop.studio.actions.bench import times_done
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.models import Loaf

__all__ = ["studio_pace"]


def studio_pace(besides: Loaf) -> Pace:
    """The pace of all pots that were read, besides those of one loaf."""
    read = (
        Loaf.objects.filter(bowl_notes__isnull=False)
        .exclude(pk=besides.pk)
        .annotate(last_note=Max("bowl_notes__id"), last_press=Max("bench__id"))
        .values_list("pk", "revision", "last_note", "last_press")
    )
    return pace_of([pot for key in read for pot in _pots_of(*key)])


@lru_cache(maxsize=4096)
def _pots_of(loaf_id: uuid.UUID, _revision: int, _last_note: int, _last_press: int) -> tuple[PotPace, ...]:
    """The paces of one loaf's bowls; they change only with its document and its log, which the key names."""
    loaf = Loaf.objects.get(pk=loaf_id)
    cupboard = cupboard_of_studio()
    try:
        document = read_loaf(loaf.document)
        bowls = bowls_of(document, plan(document, cupboard), cupboard)
    except InputError:
        return ()
    done = times_done(loaf.bench.all())
    rows = list(loaf.bowl_notes.all())
    taken_back = {row.takes_back for row in rows if row.takes_back}
    paces = []
    for bowl in bowls:
        mixed = done.get(bowl.mixed_by)
        if mixed is None:
            continue
        notes = [
            Note.model_validate({**row.data, "minute": (row.taken_at - mixed).total_seconds() / 60})
            for row in rows
            if row.bowl == bowl.key and row.takes_back is None and row.press_id not in taken_back
            and row.taken_at >= mixed
        ]  # fmt: skip
        marks = {key: (at - mixed).total_seconds() / 60 for key, at in done.items() if key in bowl.bends_by}
        if pace := pot_pace(bowl, notes, marks):
            paces.append(pace)
    return tuple(paces)
