"""Django's description of the app."""

from django.apps import AppConfig


class StudioConfig(AppConfig):
    """The studio."""

    name = "archtop.studio"
    label = "studio"
    verbose_name = "Studio"
