"""The tables behind the application, for the person who keeps it running."""

from typing import Any

from django.contrib import admin
from django.http import HttpRequest

from archtop.studio.models import (
    BenchEntry,
    BookFormula,
    BowlNote,
    CupboardItem,
    FormulaVersion,
    Loaf,
    LoafMould,
    Order,
    OwnFat,
    Photo,
    Revision,
    ShelfLot,
    ShelfMove,
    Stock,
)


class ReadOnly(admin.ModelAdmin):  # type: ignore[type-arg]
    """Look, do not touch: these rows are history."""

    def has_add_permission(self, request: HttpRequest, obj: Any = None) -> bool:  # noqa: ARG002
        """No."""
        return False

    def has_change_permission(self, request: HttpRequest, obj: Any = None) -> bool:  # noqa: ARG002
        """No."""
        return False

    def has_delete_permission(self, request: HttpRequest, obj: Any = None) -> bool:  # noqa: ARG002
        """No."""
        return False


@admin.register(Loaf)
class LoafAdmin(ReadOnly):
    """Loaves are edited in the application, where their plan is checked."""

    list_display = ("name", "owner", "revision", "updated_at", "put_away")
    search_fields = ("name",)


@admin.register(Revision)
class RevisionAdmin(ReadOnly):
    """Every saved document."""

    list_display = ("loaf", "number", "kept_aside", "saved_at")
    list_filter = ("kept_aside",)


@admin.register(BenchEntry)
class BenchEntryAdmin(ReadOnly):
    """The bench log."""

    list_display = ("loaf", "step", "action", "pressed_at")


@admin.register(Photo)
class PhotoAdmin(ReadOnly):
    """Photographs."""

    list_display = ("loaf", "kind", "bar", "taken_at", "removed")


@admin.register(Order)
class OrderAdmin(ReadOnly):
    """Orders are changed in the application, where the season follows them."""

    list_display = ("name", "kind", "ready_on", "put_away")


@admin.register(LoafMould)
class LoafMouldAdmin(admin.ModelAdmin):  # type: ignore[type-arg]
    """Moulds to start a loaf from."""

    list_display = ("name",)


@admin.register(OwnFat)
class OwnFatAdmin(admin.ModelAdmin):  # type: ignore[type-arg]
    """The studio's own fats."""

    list_display = ("name", "key", "sv", "iv", "source")
    search_fields = ("name", "key")


@admin.register(CupboardItem)
class CupboardItemAdmin(ReadOnly):
    """Scents and colourants are edited in the application, where they are checked."""

    list_display = ("kind", "key", "updated_at")
    list_filter = ("kind",)


@admin.register(Stock)
class StockAdmin(admin.ModelAdmin):  # type: ignore[type-arg]
    """Grams on hand."""

    list_display = ("name", "grams", "counted_at")
    search_fields = ("name",)


@admin.register(BowlNote)
class BowlNoteAdmin(ReadOnly):
    """Readings at the bench."""

    list_display = ("loaf", "bowl", "taken_at", "takes_back")


@admin.register(ShelfLot)
class ShelfLotAdmin(ReadOnly):
    """Lots are described in the application, where they are checked."""

    list_display = ("key", "loaf", "put_at")


@admin.register(ShelfMove)
class ShelfMoveAdmin(ReadOnly):
    """What was put on the shelf and taken off it."""

    list_display = ("lot", "count", "grams", "why", "loaf", "moved_at")


@admin.register(BookFormula)
class BookFormulaAdmin(ReadOnly):
    """The formula book."""

    list_display = ("name", "owner")


@admin.register(FormulaVersion)
class FormulaVersionAdmin(ReadOnly):
    """Every version written."""

    list_display = ("book", "number", "written_at")
