"""Django's settings. What differs between machines comes from `env`."""

from datetime import timedelta
from urllib.parse import urlsplit

import dj_database_url

from .env import ROOT, read_env
from .errors_out import report_errors_to
from .mail import mail_settings

ENV = read_env()

SECRET_KEY = ENV.secret_key
SECRET_KEY_FALLBACKS = list(ENV.secrets_before)
DEBUG = False
ALLOWED_HOSTS = [urlsplit(ENV.origin).hostname or "localhost"]
if not ENV.production:
    ALLOWED_HOSTS += ["localhost", "127.0.0.1", "testserver"]
CSRF_TRUSTED_ORIGINS = [ENV.origin]
INTERNAL_ORIGIN = f"http://127.0.0.1:{ENV.port}"

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "procrastinate.contrib.django",
    "ninja",
    "kindknock.accounts.apps.AccountsConfig",
    "kindknock.sites",
    "kindknock.pictures",
    "kindknock.people",
    "kindknock.answers",
    "kindknock.doors",
    "kindknock.footfall",
    "kindknock.guestbook",
    "kindknock.asked_again",
    "kindknock.team",
    "kindknock.onsite",
    "kindknock.studio_api",
    "kindknock.operating",
    "kindknock.standins",
    "demo",
]
MIDDLEWARE = [
    "kindknock.config.middleware.with_route",
    "kindknock.config.middleware.with_policy",
    "django.middleware.security.SecurityMiddleware",
    "kindknock.config.middleware.without_nul",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    # Its answers carry random padding, so that lengths tell nothing of tokens.
    "kindknock.config.middleware.GzipOfWhole",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "kindknock.config.middleware.with_browser_mark",
    "axes.middleware.AxesMiddleware",
]
ROOT_URLCONF = "kindknock.config.urls"
WSGI_APPLICATION = "kindknock.config.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [],
        "APP_DIRS": True,
        "OPTIONS": {"context_processors": ["django.template.context_processors.request"]},
    }
]

DATABASES = {"default": dj_database_url.parse(ENV.database_url, conn_max_age=60, conn_health_checks=True)}
DATABASES["default"]["OPTIONS"] = {
    # A database that answers no more must not hold the threads that answer visitors. Where two are named, the
    # second is asked while the first is dark, within the time that a proxy in front gives.
    "connect_timeout": 2,
    "keepalives_idle": 10,
    "keepalives_interval": 5,
    "keepalives_count": 3,
    "tcp_user_timeout": 6_000,
    "options": f"-c statement_timeout={ENV.statement_ms} -c lock_timeout=8000",
    **DATABASES["default"].get("OPTIONS", {}),
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

DATA_UPLOAD_MAX_MEMORY_SIZE = 7_000_000
"""The largest thing typed or pasted is a calendar of 5 MB."""

AUTH_USER_MODEL = "accounts.User"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "kindknock.accounts.backends.ByEmail"]
# Emails are unique among those who have proven theirs; our own backend knows.
SILENCED_SYSTEM_CHECKS = ["auth.W004"]
PASSWORD_HASHERS = ["django.contrib.auth.hashers.Argon2PasswordHasher"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.NumericPasswordValidator"},
]
PASSWORD_RESET_TIMEOUT = 3600
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = timedelta(minutes=15)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_USERNAME_FORM_FIELD = "username"  # what our sign-in hands to authenticate(), not the model field
AXES_RESET_ON_SUCCESS = True
AXES_VERBOSE = False
AXES_DISABLE_ACCESS_LOG = True  # browsers signed in are ours to list, without addresses
AXES_CLIENT_IP_CALLABLE = "kindknock.accounts.network.address_of_request"
AXES_LOCKOUT_CALLABLE = "kindknock.studio_api.errors.locked_out"

SESSION_COOKIE_NAME = "kk_session"
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 30
CSRF_COOKIE_NAME = "kk_csrf"
SECURE_REFERRER_POLICY = "strict-origin-when-cross-origin"
if ENV.production:
    SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = True
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
    SECURE_HSTS_SECONDS = 31_536_000

LANGUAGE_CODE = "en"
TIME_ZONE = "UTC"
USE_TZ = True

STATIC_URL = "/static/"
BUILT = ROOT / "kindknock" / "built"
STATICFILES_DIRS = [(name, BUILT / name) for name in ("studio", "fonts") if (BUILT / name).exists()]
WHITENOISE_USE_FINDERS = True
WHITENOISE_AUTOREFRESH = False
WHITENOISE_MAX_AGE = 3600


def WHITENOISE_IMMUTABLE_FILE_TEST(path: str, url: str) -> bool:
    """Vite puts a content hash into the name of every file under assets/."""
    return "/assets/" in url


DEFAULT_FROM_EMAIL = SERVER_EMAIL = ENV.email_from
EMAIL_BACKEND = "kindknock.standins.mailbox.PretendMailbox"
if not ENV.pretend:
    globals().update(mail_settings(ENV.email_url))

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {
        "line": {"format": "%(asctime)s %(levelname)s %(name)s %(message)s"},
        "json": {"()": "kindknock.config.logs.Lines"},
    },
    "handlers": {
        "console": {"class": "logging.StreamHandler", "formatter": "json" if ENV.logs_json else "line"}
    },
    "root": {"handlers": ["console"], "level": "WARNING"},
    "loggers": {
        "kindknock.requests": {"level": "INFO" if ENV.logs_json else "WARNING"},
        "django.request": {"level": "ERROR"},
        "django.security.csrf": {"level": "ERROR"},
        "axes": {"level": "ERROR"},
        "procrastinate": {"level": "WARNING"},
        "weasyprint": {"level": "ERROR"},
    },
}

if ENV.errors_url:
    report_errors_to(ENV.errors_url)
