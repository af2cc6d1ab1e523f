"""Settings of the workroom. Everything that differs between machines comes from DOVE_TACK_*."""

import os
import secrets
import tomllib
from datetime import timedelta
from pathlib import Path

from csp.constants import NONE, SELF

from workroom.database import configured

ROOT = Path(__file__).resolve().parent.parent
VERSION: str = tomllib.loads((ROOT / "pyproject.toml").read_text())["project"]["version"]
DATA = Path(os.environ.get("DOVE_TACK_DATA", ROOT / "data")).resolve()
DATA.mkdir(parents=True, exist_ok=True)


def _secret() -> str:
    """A key of this machine's own, made once and kept beside the data."""
    kept = DATA / "secret_key"
    known = kept.read_text().strip() if kept.exists() else ""
    if not known:  # not there yet, or emptied: without a key nobody could sign in
        known = secrets.token_urlsafe(50)
        kept.write_text(known)
        kept.chmod(0o600)
    return known


SECRET_KEY = _secret()
DEBUG = False
# Addresses in the home network that ./run --share announces; without it nothing but this machine is
# answered.
SHARED = [each for each in os.environ.get("DOVE_TACK_SHARED", "").split(",") if each]
# The name it has behind a web server on this machine that speaks https (./run --behind-https NAME).
HTTPS = os.environ.get("DOVE_TACK_HTTPS", "")
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]", *SHARED, *([HTTPS] if HTTPS else [])]
# The demo workroom opens with one click, and only where ./run asked for it.
DEMO = os.environ.get("DOVE_TACK_DEMO") == "1"

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "django_vite",
    "ninja",
    "axes",
    "workroom.records",
    "workroom.commands",
]
MIDDLEWARE = [
    "workroom.answers.hosts.Hosts",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "workroom.answers.caching.NothingKept",
    "workroom.serving.fair_queue.FairQueue",
    "workroom.serving.limits.Limits",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.gzip.GZipMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
]
ROOT_URLCONF = "workroom.urls"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [ROOT / "workroom" / "templates"],
        "OPTIONS": {"context_processors": ["django.template.context_processors.request"]},
    }
]
DATABASES = {"default": configured(DATA, os.environ.get("DOVE_TACK_DATABASE", ""))}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
PASSWORD_HASHERS = [
    "workroom.accounts.passwords.Argon2",
    "django.contrib.auth.hashers.PBKDF2PasswordHasher",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in ("UserAttributeSimilarityValidator", "MinimumLengthValidator",
                 "CommonPasswordValidator", "NumericPasswordValidator")
]  # fmt: skip
AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "workroom.accounts.passwords.ByName",
]
# Wrong tries for one name from one address, and how long to wait then; see also accounts/rate_limit.py.
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = timedelta(minutes=10)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_LOCKOUT_CALLABLE = "workroom.accounts.rate_limit.locked_out"
AXES_RESET_ON_SUCCESS = False
AXES_RESET_COOL_OFF_ON_FAILURE_DURING_LOCKOUT = False
AXES_DISABLE_ACCESS_LOG = True
AXES_VERBOSE = False
# In the database alone: another web process must not remember what was ended.
SESSION_ENGINE = "workroom.records.sessions"
SESSION_COOKIE_SAMESITE = "Strict"
CSRF_COOKIE_SAMESITE = "Strict"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 60
if HTTPS:
    CSRF_TRUSTED_ORIGINS = [f"https://{HTTPS}"]
    SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = True
    SECURE_SSL_REDIRECT = USE_X_FORWARDED_HOST = True
    SECURE_REDIRECT_EXEMPT = [r"^health$"]  # asked for on this machine, without https
    SECURE_HSTS_SECONDS = 60 * 60 * 24 * 30
    # W005, W021: other names below this one are not ours to decide about.
    SILENCED_SYSTEM_CHECKS = ["security.W005", "security.W021"]
else:
    # W004, W008, W012, W016: on one machine and in a home network there is no https, and with cookies for
    # https alone nobody could sign in.
    SILENCED_SYSTEM_CHECKS = [f"security.W{number}" for number in ("004", "008", "012", "016")]
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"

USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en-gb"

STATIC_URL = "/static/"
WEB_DIST = ROOT / "web" / "dist"
STATICFILES_DIRS = [WEB_DIST] if WEB_DIST.exists() else []
WHITENOISE_USE_FINDERS = True
WHITENOISE_MAX_AGE = 3600
DJANGO_VITE = {"default": {"manifest_path": WEB_DIST / "manifest.json"}}

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF],
        "style-src": [SELF],
        "img-src": [SELF, "data:"],
        "font-src": [SELF],
        "connect-src": [SELF],
        "worker-src": [SELF],
        "base-uri": [NONE],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}
DATA_UPLOAD_MAX_MEMORY_SIZE = 51_000_000

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    # Who is not signed in, or asks for what is not there, is no news.
    "loggers": {
        "django.request": {"level": "ERROR"},
        "django.security": {"level": "ERROR"},
        "axes": {"level": "ERROR"},
    },
}
