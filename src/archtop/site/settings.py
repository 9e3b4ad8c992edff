"""Settings. Everything that differs between machines comes from the environment; everything kept lives in one folder.

- ``ARCHTOP_HOME``: the studio's folder (database, key, photographs, backups); ``.archtop`` here by default
- ``ARCHTOP_DEMO``: ``1`` signs visitors from this machine in by themselves
- ``ARCHTOP_HOSTS``: further names, with commas, that this studio answers to
- ``ARCHTOP_NOW``: the moment from which the studio's clock goes on, instead of the machine's (for practice and tests)
- ``ARCHTOP_STILLS``: ``0`` makes no pictures of loaves for lists by itself
- ``ARCHTOP_ADMIN``: ``1`` opens the table view of the database under ``/admin/``, for mending by hand
- ``ARCHTOP_DEBUG``: ``1`` for development
"""

import datetime as dt
import os
import re
import secrets
from contextlib import suppress
from pathlib import Path

HOME = Path(os.environ.get("ARCHTOP_HOME", ".archtop")).resolve()
DEMO = os.environ.get("ARCHTOP_DEMO") == "1"
DEBUG = os.environ.get("ARCHTOP_DEBUG") == "1"
# Put away unless it is asked for.
ADMIN = os.environ.get("ARCHTOP_ADMIN") == "1"
ADMIN_AT = "admin/"
# Where other devices find the studio, once it is shared.
SHARED_AT = ""
WEB_DIST = Path(os.environ.get("ARCHTOP_WEB", Path(__file__).resolve().parents[3] / "web" / "dist"))

# How much the solver may do while a person waits: about seconds of one quiet core.
# Whether small pictures of loaves are made by themselves: tests that look at lists have no use for them.
STILLS = os.environ.get("ARCHTOP_STILLS", "1") != "0"
SEASON_EFFORT = float(os.environ.get("ARCHTOP_EFFORT", "1.5"))

# By how much the studio's clock is ahead of the machine's.
CLOCK_AHEAD = dt.timedelta()
if _moment := os.environ.get("ARCHTOP_NOW"):
    CLOCK_AHEAD = dt.datetime.fromisoformat(_moment) - dt.datetime.now(dt.UTC)


def _secret_key() -> str:
    """A key made on first start and kept, so that sessions survive a restart; an empty one is made anew."""
    # A disk that was full then leaves one.
    HOME.mkdir(mode=0o700, parents=True, exist_ok=True)
    file = HOME / "secret.key"
    if not (file.exists() and file.read_text().strip()):
        file.touch(mode=0o600)
        file.write_text(secrets.token_urlsafe(50))
    return file.read_text().strip()


def _for_its_owner_alone() -> None:
    """Sessions, the key and photographs lie here: other users of the machine read none of it."""
    os.umask(0o077)
    with suppress(OSError):
        HOME.chmod(0o700)
        for file in HOME.glob("studio.sqlite3*"):
            file.chmod(0o600)


_for_its_owner_alone()
SECRET_KEY = _secret_key()
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "testserver", *filter(None, os.environ.get("ARCHTOP_HOSTS", "").split(","))]

INSTALLED_APPS = [
    "django.contrib.admin",
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "django.contrib.staticfiles",
    "axes",
    "archtop.studio",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "archtop.studio.demo_sign_in.DemoSignIn",
    "archtop.studio.bench_pass.WithinPass",
    "archtop.studio.said_there.SaidThere",
    "archtop.studio.reading_apart.WhoWaits",
    "django.contrib.messages.middleware.MessageMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
]
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = 0.25  # hours
AXES_VERBOSE = False
AXES_LOCKOUT_CALLABLE = "archtop.studio.locked_out.answer"
# Knocking on during a lock-out, with the right password or a wrong one, does not make it longer.
AXES_RESET_COOL_OFF_ON_FAILURE_DURING_LOCKOUT = False

ROOT_URLCONF = "archtop.site.urls"
WSGI_APPLICATION = "archtop.site.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "APP_DIRS": True,
        "OPTIONS": {
            "context_processors": [
                "django.template.context_processors.request",
                "django.contrib.auth.context_processors.auth",
                "django.contrib.messages.context_processors.messages",
            ]
        },
    }
]
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": HOME / "studio.sqlite3",
        # Opened once by each of the server's threads: opening takes longer than most questions.
        "CONN_MAX_AGE": None,
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 10,
            # What was answered is on the disk: a press outlives a power cut a moment later.
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL;",
        },
        # A file, not memory: the browser tests' server threads share it.
        "TEST": {"NAME": HOME / "test.sqlite3"},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTH_PASSWORD_VALIDATORS = [{"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"}]

LANGUAGE_CODE = "en-gb"
TIME_ZONE = "UTC"
USE_TZ = True

# Photographs; they are handed out by the API alone, to their owner.
MEDIA_ROOT = HOME / "media"

STATIC_URL = "/static/"
STATIC_ROOT = HOME / "static"
STATIC_ROOT.mkdir(parents=True, exist_ok=True)
STATICFILES_DIRS = [WEB_DIST] if WEB_DIST.exists() else []
WHITENOISE_USE_FINDERS = True
WHITENOISE_IMMUTABLE_FILE_TEST = lambda path, url: bool(re.search(r"-[A-Za-z0-9_-]{8}\.\w+$", url))  # noqa: E731, ARG005

# The loaf's own limit (1 MB) is answered by the API with a reason; this one only stops a flood.
DATA_UPLOAD_MAX_MEMORY_SIZE = 16_000_000
LOAF_LIMIT_BYTES = 1_000_000

SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 90
CSRF_COOKIE_SAMESITE = "Lax"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
SILENCED_SYSTEM_CHECKS = ["axes.W003"]

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "loggers": {"django": {"handlers": ["console"], "level": "WARNING"}},
}
