"""What the notebook finds a loaf by: its words, and the things it is made of and that went wrong with it."""

from __future__ import annotations

from collections.abc import Sequence

from django.db import connection

from archtop.core import Loaf as Document
from archtop.core.notebook import LoafOutcome, fault_kinds, past_of, shared_by
from archtop.studio import stored
from archtop.studio.models import Loaf, Mention, PastLoaf

__all__ = ["mention"]


def mention(loaf: Loaf, document: Document, outcomes: Sequence[LoafOutcome] = ()) -> None:
    """Write anew what a loaf is found by."""
    things: dict[str, list[str]] = {kind: list(names) for kind, names in shared_by(document).items()}
    things["fault"] = [fault.kind for outcome in outcomes for fault in outcome.faults]
    things["fault"] += ["ash"] if any(outcome.ash for outcome in outcomes) else []
    things["verdict"] = [str(outcome.verdict) for outcome in outcomes if outcome.verdict][-1:]
    loaf.mentions.all().delete()
    Mention.objects.bulk_create(
        Mention(loaf=loaf, kind=kind, key=key[:120]) for kind, keys in things.items() for key in dict.fromkeys(keys)
    )
    if outcomes:
        past = past_of(str(loaf.pk), document, outcomes)
        PastLoaf.objects.update_or_create(loaf=loaf, defaults={"on": past.on, "data": stored.PAST.write(past)})
    words = [document.story, *(key.replace("-", " ") for keys in things.values() for key in keys)]
    words += [colour.name for colour in document.colours] + [blend.name for blend in document.blends]
    words += [fault_kinds()[key].name for key in things["fault"]]
    words += [fault.where for outcome in outcomes for fault in outcome.faults]
    words += [outcome.notes for outcome in outcomes]
    words += [note for note in loaf.photos.filter(removed=False).values_list("note", flat=True) if note]
    with connection.cursor() as cursor:
        cursor.execute("DELETE FROM studio_words WHERE loaf = %s", [loaf.pk.hex])
        cursor.execute(
            "INSERT INTO studio_words (loaf, name, words) VALUES (%s, %s, %s)",
            [loaf.pk.hex, document.name, "\n".join(word for word in words if word)],
        )
