"""The formula book: formulas with versions, each written once."""

from __future__ import annotations

from collections import Counter

from django.contrib.auth.models import User
from django.db import transaction

from archtop.core import Cupboard, Formula
from archtop.core.document import stock_key
from archtop.studio import stored
from archtop.studio.models import BookFormula, FormulaVersion

__all__ = ["fats_of_ours", "write_formula"]


def write_formula(owner: User, formula: Formula) -> FormulaVersion:
    """Write a formula into the book under its name: a new version, unless it is the newest one already."""
    data = stored.FORMULA.write(formula)
    with transaction.atomic():
        book, _ = BookFormula.objects.get_or_create(owner=owner, name=formula.name)
        newest = book.versions.first()
        if newest and stored.FORMULA.read(newest.data) == formula:
            return newest
        return FormulaVersion.objects.create(book=book, number=newest.number + 1 if newest else 1, data=data)


def fats_of_ours(cupboard: Cupboard) -> list[str]:
    """Keys of the fats of the studio's formulas, the most used first, then of what else stands in its cupboard."""
    books = BookFormula.objects.prefetch_related("versions")
    newest = [stored.FORMULA.read(version.data) for book in books if (version := next(iter(book.versions.all()), None))]
    used = Counter(share.fat for formula in newest for share in formula.fats)
    counted = [key for key in cupboard.fats if stock_key("fat", key) in cupboard.stock]
    return [key for key, _ in used.most_common()] + sorted(counted)
