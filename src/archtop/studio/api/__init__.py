"""The JSON API. Endpoints decode, call an operation, return; problems have one format."""

from ninja.security import django_auth

from archtop.studio.api import (
    bench,
    cupboard,
    files,
    keeping,
    loaves,
    notebook,
    photos,
    planning,
    season,
    session,
    shelf,
    solids,
    versions,
)
from archtop.studio.api.errors import StudioAPI, install_errors
from archtop.studio.api.parsing import LoafParser

__all__ = ["api"]

api = StudioAPI(
    title="Arch Top",
    version="1",
    description="Plans decorative cold-process loaves.",
    auth=django_auth,
    parser=LoafParser(),
    docs_url=None,
)
api.add_router("/session", session.router)
api.add_router("/loaves", loaves.router)
api.add_router("/loaves", bench.router)
api.add_router("/loaves", versions.router)
api.add_router("", planning.router)
api.add_router("", solids.router)
api.add_router("", cupboard.router)
api.add_router("", files.router)
api.add_router("/keeping", keeping.router)
api.add_router("", photos.router)
api.add_router("", notebook.router)
api.add_router("/season", season.router)
api.add_router("/shelf", shelf.router)
install_errors(api)
