"""Making, saving and putting away loaves."""

from __future__ import annotations

import itertools
import re
import uuid
from collections.abc import Collection, Iterable, Sequence
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from archtop.core import InputError, LoafPlan, Problem, read_loaf
from archtop.core import Loaf as Document
from archtop.core.document import Brings
from archtop.studio.actions.cupboard import cupboard_of_studio, put_in_brought
from archtop.studio.actions.learning import outcomes_of
from archtop.studio.actions.mentions import mention
from archtop.studio.actions.plans import Plans
from archtop.studio.models import Loaf, Revision
from archtop.studio.preview import BLANK, Preview, preview_of, read_preview

__all__ = ["StaleSave", "create_loaf", "open_plan", "pour_again", "previews_of", "put_away", "save_loaf"]


# Previews that are made anew at once: as many as a second has plans.
_MADE_ANEW = 25
# So long a name leaves room for a number behind it.
_LONGEST_STEM = 112


class StaleSave(Exception):  # noqa: N818 - an outcome to decide on, not a failure
    """Somebody saved in between: both documents are kept, and a person decides."""

    def __init__(self, current: Loaf, kept: Revision) -> None:
        self.current, self.kept = current, kept
        super().__init__(f"revision {kept.based_on} is not the newest ({current.revision})")


def previews_of(rows: Iterable[Loaf]) -> dict[uuid.UUID, Preview]:
    """What the list draws of each loaf, by its id. What an earlier version kept otherwise is made anew: some of them
    each time they are asked for, since a list does not wait for two thousand plans.
    """
    found, to_make = {}, []
    for row in rows:
        kept = read_preview(row.preview)
        found[row.pk] = kept or BLANK
        if kept is None:
            to_make.append(row.pk)
    for row in Loaf.objects.filter(pk__in=to_make[:_MADE_ANEW]):
        try:
            document = read_loaf(row.document)
            made = preview_of(document, Plans(cupboard_of_studio(row)).of_document(document).result)
        except InputError:
            # Why it no longer plans is said where it is opened.
            made = BLANK
        found[row.pk] = made
        Loaf.objects.filter(pk=row.pk, revision=row.revision).update(preview=made.model_dump(mode="json"))
    return found


def create_loaf(owner: User, document: Document) -> Loaf:
    """Keep a new loaf; its plan must hold, or :class:`archtop.core.InputError` says why not.

    What its file brings is put into the cupboard where that lacks it.
    """
    cupboard, brought = cupboard_of_studio(), document.brings
    document = document.model_copy(update={"brings": Brings()})
    # Planned as it will be kept: its next plan is this one.
    plans = Plans(cupboard.with_brought(brought))
    preview = preview_of(document, plans.of_document(document).result).model_dump(mode="json")
    data = document.model_dump(mode="json")
    with transaction.atomic():
        put_in_brought(brought, cupboard)
        loaf = Loaf.objects.create(owner=owner, name=document.name, document=data, preview=preview)
        Revision.objects.create(loaf=loaf, number=1, document=data)
        mention(loaf, document)
    return loaf


def pour_again(owner: User, loaf: Loaf) -> Loaf:
    """Begin the same loaf anew, with days still to be chosen; what became of the first is the notebook's to tell.

    :raises InputError: it no longer plans
    """
    document = read_loaf(loaf.document)
    taken = set(Loaf.objects.filter(owner=owner).values_list("name", flat=True))
    fresh = {"name": _next_name(document.name, taken), "pour_on": None, "ready_on": None, "batter_from": None}
    return create_loaf(owner, document.model_copy(update=fresh))


def _next_name(name: str, taken: Collection[str]) -> str:
    """The name with the next number behind it that no loaf has: Lantern Row, Lantern Row 2, Lantern Row 3."""
    stem = re.sub(r" \d{1,4}$", "", name)[:_LONGEST_STEM]
    return next(told for number in itertools.count(2) if (told := f"{stem} {number}") not in taken)


def save_loaf(
    loaf: Loaf, based_on: int, document: Document, save_id: uuid.UUID | None = None, after: Sequence[uuid.UUID] = ()
) -> tuple[Loaf, LoafPlan]:
    """Save a new revision of a loaf.

    :param save_id: of this save: come again, it is the revision that it made the first time
    :param after: saves of the same hand whose answers were lost: it is made from the newest where one of them made that
    :returns: the loaf as it stands; what somebody else saved word for word is not saved again
    :raises InputError: the plan does not hold; nothing is changed
    :raises StaleSave: ``based_on`` is not the newest revision; the document is kept aside
    """
    result = Plans(cupboard_of_studio(loaf)).of_document(document, loaf.pk).result
    data = document.model_dump(mode="json")
    with transaction.atomic():
        current = Loaf.objects.select_for_update().get(pk=loaf.pk)
        newest = current.revisions.filter(number=current.revision, kept_aside=False).first()
        made_by = newest.save_id if newest else None
        came_before = made_by is not None and made_by == save_id
        if came_before or (current.revision != based_on and current.document == data):
            return current, result
        if made_by is not None and made_by in after:
            based_on = current.revision
        stale = current.revision != based_on
        number = based_on if stale else current.revision + 1
        revision = Revision.objects.create(
            loaf=current, number=number, based_on=based_on, document=data, kept_aside=stale, save_id=save_id
        )
        if not stale:
            current.name, current.document, current.revision = document.name, data, number
            current.preview = preview_of(document, result).model_dump(mode="json")
            current.to_learn = True
            current.save()
            mention(current, document, outcomes_of(current))
    # Raised outside the transaction, or the kept document would be rolled back with it.
    if stale:
        raise StaleSave(current, revision)
    return current, result


def put_away(loaf: Loaf, away: bool = True) -> None:
    """Take a loaf off the list, or bring it back; nothing of it is deleted."""
    Loaf.objects.filter(pk=loaf.pk).update(put_away=away)


def open_plan(document: Document, loaf: Loaf | None = None) -> tuple[LoafPlan, tuple[Problem, ...]]:
    """The plan of a saved loaf.

    The cupboard may have changed since it was saved: if the plan no longer holds, it is made without colourants,
    scents and additives, so that the loaf can be opened and mended, and the problems are told.

    :param loaf: the one it is the document of: begun, it keeps the numbers it began with
    :raises InputError: if not even that can be planned
    """
    plans = Plans(cupboard_of_studio(loaf))
    try:
        return plans.of_document(document, loaf.pk if loaf else None).result, ()
    except InputError as error:
        return plans.of_document(_bare(document)).result, error.problems


def _bare(document: Document) -> Document:
    plain = {"colourants": (), "additives": (), "scent": None}
    colours = tuple(colour.model_copy(update=plain) for colour in document.colours)
    formulas = tuple(formula.model_copy(update={"additives": ()}) for formula in document.formulas)
    finishes = tuple(finish.model_copy(update={"of": None}) for finish in document.top.finishes)
    bare: dict[str, Any] = {"colours": colours, "formulas": formulas, "whole_pots": ()}
    bare["top"] = document.top.model_copy(update={"finishes": finishes})
    bare["embeds"] = tuple(embed.model_copy(update={"painted": None}) for embed in document.embeds)
    bare["pieces"] = tuple(piece.model_copy(update={"painted": None}) for piece in document.pieces)
    return document.model_copy(update=bare)
