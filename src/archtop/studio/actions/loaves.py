"""Making, saving and putting away loaves."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.db import transaction

from archtop.core import Loaf as Document
from archtop.core import LoafPlan, plan
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.models import Loaf, Revision
from archtop.studio.preview import preview_of

__all__ = ["StaleSave", "create_loaf", "put_away", "save_loaf"]


class StaleSave(Exception):  # noqa: N818 - an outcome to decide on, not a failure
    """Somebody saved in between: both documents are kept, and a person decides."""

    def __init__(self, current: Loaf, kept: Revision) -> None:
        self.current, self.kept = current, kept
        super().__init__(f"revision {kept.based_on} is not the newest ({current.revision})")


def create_loaf(owner: User, document: Document) -> Loaf:
    """Keep a new loaf; its plan must hold, or :class:`archtop.core.InputError` says why not."""
    preview = preview_of(document, plan(document, cupboard_of_studio())).model_dump(mode="json")
    data = document.model_dump(mode="json")
    with transaction.atomic():
        loaf = Loaf.objects.create(owner=owner, name=document.name, document=data, preview=preview)
        Revision.objects.create(loaf=loaf, number=1, document=data)
    return loaf


def save_loaf(loaf: Loaf, based_on: int, document: Document) -> tuple[Loaf, LoafPlan]:
    """Save a new revision of a loaf.

    :raises InputError: the plan does not hold; nothing is changed
    :raises StaleSave: ``based_on`` is not the newest revision; the document is kept aside
    """
    result = plan(document, cupboard_of_studio())
    data = document.model_dump(mode="json")
    with transaction.atomic():
        current = Loaf.objects.select_for_update().get(pk=loaf.pk)
        stale = current.revision != based_on
        number = based_on if stale else current.revision + 1
        revision = Revision.objects.create(
            loaf=current, number=number, based_on=based_on, document=data, kept_aside=stale
        )
        if not stale:
            current.name, current.document, current.revision = document.name, data, number
            current.preview = preview_of(document, result).model_dump(mode="json")
            current.save()
    # Raised outside the transaction, or the kept document would be rolled back with it.
    if stale:
        raise StaleSave(current, revision)
    return current, result


def put_away(loaf: Loaf, away: bool = True) -> None:
    """Take a loaf off the list, or bring it back; nothing of it is deleted."""
    Loaf.objects.filter(pk=loaf.pk).update(put_away=away)
