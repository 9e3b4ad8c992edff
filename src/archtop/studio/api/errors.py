"""Every problem in one format: a stable ``code``, a sentence, and the broken rules by field."""

from __future__ import annotations

import logging
from typing import Any

from django.conf import settings
from django.core.exceptions import RequestDataTooBig
from django.db import DatabaseError
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI, Schema
from ninja.errors import HttpError, ValidationError, ValidationErrorContext

from archtop.core import InputError, Problem, problems_from_items
from archtop.studio.api.parsing import too_large
from archtop.studio.failures import answer_to, failure_of
from archtop.studio.reading_apart import GoneAway

__all__ = ["ProblemReport", "StudioAPI", "install_errors"]

_log = logging.getLogger(__name__)


class ProblemReport(Schema):
    """What every refusal looks like."""

    code: str
    message: str
    problems: list[Problem] = []


class StudioAPI(NinjaAPI):
    """Keeps the refused values and their reasons in validation errors, where the library drops them."""

    def validation_error_from_error_contexts(
        self, error_contexts: list[ValidationErrorContext[Any]]
    ) -> ValidationError:
        """Every error of every parameter, untouched."""
        errors: list[dict[str, Any]] = [
            dict(item) for context in error_contexts for item in context.pydantic_validation_error.errors()
        ]
        return ValidationError(errors)


def _refusal(api: NinjaAPI, request: HttpRequest, error: InputError) -> HttpResponse:
    report = ProblemReport(code="input.refused", message=error.in_words, problems=list(error.problems))
    return api.create_response(request, report, status=422)


def install_errors(api: NinjaAPI) -> None:
    """Teach the API to answer each known exception."""

    @api.exception_handler(InputError)
    def refused(request: HttpRequest, error: InputError) -> HttpResponse:
        return _refusal(api, request, error)

    @api.exception_handler(RequestDataTooBig)
    def too_big(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:  # noqa: ARG001
        return _refusal(api, request, too_large(f"over {settings.DATA_UPLOAD_MAX_MEMORY_SIZE} bytes"))

    @api.exception_handler(DatabaseError)
    @api.exception_handler(OSError)
    def fails(request: HttpRequest, error: Exception) -> HttpResponse:  # noqa: ARG001
        failure = failure_of(error)
        if failure is None:
            raise error
        _log.error("%s: %s", failure.code, error)
        return answer_to(failure)

    @api.exception_handler(GoneAway)
    def gone(request: HttpRequest, error: GoneAway) -> HttpResponse:  # noqa: ARG001
        # Nobody reads it; servers write 499 into their logs for it.
        return HttpResponse(status=499, reason="Client Closed Request")

    @api.exception_handler(ValidationError)
    def invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
        return _refusal(api, request, problems_from_items(error.errors))

    @api.exception_handler(Http404)
    def missing(request: HttpRequest, error: Http404) -> HttpResponse:  # noqa: ARG001
        report = ProblemReport(code="http.404", message="There is nothing here.")
        return api.create_response(request, report, status=404)

    @api.exception_handler(HttpError)
    def http(request: HttpRequest, error: HttpError) -> HttpResponse:
        if isinstance(error.__cause__, InputError):
            return _refusal(api, request, error.__cause__)
        report = ProblemReport(code=f"http.{error.status_code}", message=str(error))
        return api.create_response(request, report, status=error.status_code)
