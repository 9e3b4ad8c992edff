"""Addresses: the API, the admin, and the built front end for everything else."""

from django.conf import settings
from django.contrib import admin
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.urls import path, re_path
from django.views.decorators.csrf import ensure_csrf_cookie

from archtop.studio.api import api
from archtop.studio.bench_pass import come_in
from archtop.studio.failures import failed


@ensure_csrf_cookie
def front_end(request: HttpRequest) -> HttpResponse:  # noqa: ARG001
    """The one page; the browser's router takes it from there."""
    page = settings.WEB_DIST / "index.html"
    if not page.exists():
        return HttpResponse("The front end is not built yet: run `make demo`.", status=503, content_type="text/plain")
    response = HttpResponse(page.read_bytes())
    response["Cache-Control"] = "no-cache"
    response["Content-Security-Policy"] = (
        "default-src 'self'; connect-src 'self' blob:; img-src 'self' data: blob:; "
        "style-src 'self' 'unsafe-inline'; frame-ancestors 'none'"
    )
    return response


def nothing_there(request: HttpRequest) -> JsonResponse:  # noqa: ARG001
    """An address of the API that there is none of: never the page."""
    return JsonResponse(
        {"code": "http.404", "message": "There is nothing at this address.", "problems": []}, status=404
    )


handler500 = failed

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^api(?:/.*)?$", nothing_there),
    *([path(settings.ADMIN_AT, admin.site.urls)] if settings.ADMIN else []),
    path("pass/<str:code>", come_in),
    re_path(r"^(?!static/).*$", front_end),
]
