"""Settings of the server, all from the environment (twelve-factor); the defaults are production's.

DATABASE_URL           where the database is (needed)
DATABASE_REPLICA_URL   a streaming replica of it, from which browsers read; default none
CHORD_REPLICA_BEHIND   seconds for which who changed something does not read from it; default 10
CHORD_DATABASE_POOL    connections that the threads of a process share; default 0: one each; gunicorn: 32
CHORD_SECRET_KEY       the signing key (needed unless CHORD_DEBUG)
CHORD_HOSTS            names the server answers to, comma separated; default 127.0.0.1,localhost
CHORD_HTTPS            whether it stands behind https; default true. `./chord start` on loopback: false
CHORD_DEMO             whether the demo shop may be opened with one button, on loopback; default false
CHORD_ANONYMOUS_RATE   requests a second from one address of who is not signed in; default 20; 0: not counted
CHORD_PROXIES          how many proxies of one's own stand before it; default 0
CHORD_TRUSTED_ORIGINS  origins allowed to post behind a proxy, comma separated
CHORD_LOG_LEVEL        default INFO
CHORD_METRICS_TOKEN    with it /metrics answers who sends it, in Prometheus's format; default none
CHORD_ACCESS_LOG       default false; a line of JSON for each request of the API, without personal data
"""

from pathlib import Path

import environ
from csp.constants import NONCE, NONE, SELF

from config import VERSION

BASE = Path(__file__).resolve().parent.parent
ROOT = BASE.parent
env = environ.Env()

DEBUG = env.bool("CHORD_DEBUG", default=False)
SECRET_KEY = env.str("CHORD_SECRET_KEY")
ALLOWED_HOSTS = env.list("CHORD_HOSTS", default=["127.0.0.1", "localhost"])
HTTPS = env.bool("CHORD_HTTPS", default=True)
DEMO = env.bool("CHORD_DEMO", default=False)
METRICS_TOKEN = env.str("CHORD_METRICS_TOKEN", default="")
CSRF_TRUSTED_ORIGINS = env.list("CHORD_TRUSTED_ORIGINS", default=[])

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.postgres",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "rest_framework",
    "drf_spectacular",
    "axes",
    "csp",
    "django_otp",
    "django_otp.plugins.otp_totp",
    "django_otp.plugins.otp_static",
    "procrastinate.contrib.django",
    "accounts",
    "jobs",
    "surfers",
    "buoys",
    "breaks",
    "rack",
    "fins",
    "fittings",
    "orders",
    "quivers",
    "logbook",
    "sales",
    "demo",
    "upkeep",
    "trail",
    "customers",
    "own_numbers",
    "hooks",
]

MIDDLEWARE = [
    "accounts.rate_limit.RateLimit",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "config.middleware.Versioned",
    "config.middleware.TimedRequests",
    "config.metrics.Measured",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "accounts.middleware.SlidingSession",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "accounts.middleware.Machines",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
    "trail.middleware.Trail",
    "config.middleware.BoundedBody",
]
#: Addresses end in a slash; one without is told so, for a redirect would lose what was posted.
APPEND_SLASH = False

ROOT_URLCONF = "config.urls"
WSGI_APPLICATION = "config.wsgi.application"
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]

DATABASES = {"default": env.db("DATABASE_URL", engine="django.db.backends.postgresql")}
# What answers requests shares so many connections among its threads at most, and waits for one so long [s];
# other programs have one of their own, kept so long [s].
_SHARED = env.int("CHORD_DATABASE_POOL", default=0)
_POOL = {"pool": {"min_size": 2, "max_size": _SHARED, "timeout": 15}} if _SHARED else {}
_CONNECTIONS = {"CONN_MAX_AGE": 0 if _SHARED else 60, "CONN_HEALTH_CHECKS": True}
DATABASES["default"] |= {"OPTIONS": {**DATABASES["default"].get("OPTIONS", {}), **_POOL}, **_CONNECTIONS}
REPLICA_BEHIND_S = env.int("CHORD_REPLICA_BEHIND", default=10)
if env.str("DATABASE_REPLICA_URL", default=""):
    DATABASES["replica"] = {
        **env.db("DATABASE_REPLICA_URL", engine="django.db.backends.postgresql"),
        "OPTIONS": {"connect_timeout": 3, **_POOL},
        **_CONNECTIONS,
        "TEST": {"MIRROR": "default"},
    }
    DATABASE_ROUTERS = ["config.replica.Router"]
    MIDDLEWARE.insert(MIDDLEWARE.index("accounts.middleware.Machines") + 1, "config.replica.ReadsFromReplica")
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTH_USER_MODEL = "accounts.User"
AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "accounts.backend.PersonBackend",
]
PASSWORD_HASHERS = [
    "django.contrib.auth.hashers.Argon2PasswordHasher",
    "django.contrib.auth.hashers.PBKDF2PasswordHasher",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in (
        "UserAttributeSimilarityValidator",
        "MinimumLengthValidator",
        "CommonPasswordValidator",
        "NumericPasswordValidator",
    )
]
#: The name under which an app on a phone lists the second factor.
OTP_TOTP_ISSUER = "Chord"
AXES_FAILURE_LIMIT = 5
AXES_COOLOFF_TIME = 0.25
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_LOCKOUT_CALLABLE = "accounts.api.locked_out"
AXES_CLIENT_IP_CALLABLE = "accounts.sign_in.client_address"
#: Wrong passwords from one address, whatever names were tried, before it has to wait as long.
ADDRESS_FAILURE_LIMIT = 20
#: Requests a second from one address of who is not signed in, in each process; 0: they are not counted.
ANONYMOUS_A_SECOND = env.float("CHORD_ANONYMOUS_RATE", default=20)
#: How many proxies of one's own stand before the server; each adds an address to X-Forwarded-For.
PROXIES = env.int("CHORD_PROXIES", default=0)
AXES_RESET_ON_SUCCESS = True
AXES_ENABLE_ACCESS_FAILURE_LOG = False

TEST_RUNNER = "config.test_runner.TimedRunner"

LANGUAGE_CODE = "en"
TIME_ZONE = "UTC"
USE_I18N = False
USE_TZ = True

#: Where the bench gauge listens, as host:port; empty: there is none.
GAUGE = env.str("CHORD_GAUGE", default="")
#: Where the service of the buoys answers, as host:port; empty: nothing is polled.
BUOY = env.str("CHORD_BUOY", default="")

WEB_DIST = ROOT / "web" / "dist"
STATIC_URL = "/static/"
STATIC_ROOT = env.str("CHORD_STATIC_ROOT", default=str(ROOT / "build" / "static"))
STATICFILES_DIRS = [WEB_DIST] if WEB_DIST.exists() else []
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"},
}
#: The build names its files by hash, so they may be kept for ever.
WHITENOISE_IMMUTABLE_FILE_TEST = r"^.+-[\w-]{8}\.\w+$"

#: On loopback without https a plain client can sign in too.
SESSION_COOKIE_SECURE = HTTPS
CSRF_COOKIE_SECURE = HTTPS
SESSION_COOKIE_HTTPONLY = True
CSRF_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 14
SESSION_ENGINE = "accounts.sessions"
#: From the last day on which it was used (accounts.middleware).
CSRF_FAILURE_VIEW = "config.views.csrf_failure"
SECURE_SSL_REDIRECT = HTTPS
SECURE_HSTS_SECONDS = 60 * 60 * 24 * 365 if HTTPS else 0
SECURE_HSTS_INCLUDE_SUBDOMAINS = HTTPS
SECURE_HSTS_PRELOAD = HTTPS
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if HTTPS else None
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
DATA_UPLOAD_MAX_MEMORY_SIZE = 2 * 1024 * 1024
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF, NONCE],
        "style-src": [SELF, NONCE],
        "font-src": [SELF],
        "img-src": [SELF, "data:"],
        "connect-src": [SELF],
        "manifest-src": [SELF],
        "worker-src": [SELF],
        "form-action": [SELF],
        "base-uri": [NONE],
        "frame-ancestors": [NONE],
    }
}

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": ["accounts.authentication.PersonAuthentication"],
    "DEFAULT_PERMISSION_CLASSES": ["accounts.permissions.HasShop"],
    "DEFAULT_THROTTLE_CLASSES": ["accounts.throttling.MachineRate"],
    "DEFAULT_RENDERER_CLASSES": ["rest_framework.renderers.JSONRenderer"],
    "DEFAULT_PARSER_CLASSES": ["config.parsers.DocumentParser"],
    "DEFAULT_SCHEMA_CLASS": "config.openapi.ChordSchema",
    "EXCEPTION_HANDLER": "config.errors.answer",
    "UNAUTHENTICATED_USER": "django.contrib.auth.models.AnonymousUser",
}
SPECTACULAR_SETTINGS = {
    "TITLE": "Chord",
    "DESCRIPTION": "Boards, surfers and the waves they really get.",
    "VERSION": VERSION,
    "OAS_VERSION": "3.1.0",
    "SERVE_INCLUDE_SCHEMA": False,
    "SCHEMA_PATH_PREFIX": r"/api/",
    "COMPONENT_SPLIT_PATCH": False,
    "POSTPROCESSING_HOOKS": [],
}

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "filters": {"away": {"()": "config.logs.DatabaseAway"}},
    "formatters": {"line": {"format": "%(message)s"}},
    "handlers": {
        "console": {"class": "logging.StreamHandler", "filters": ["away"]},
        "lines": {"class": "logging.StreamHandler", "formatter": "line", "stream": "ext://sys.stdout"},
    },
    "loggers": {
        "chord.requests": {
            "handlers": ["lines"],
            "level": "INFO" if env.bool("CHORD_ACCESS_LOG", default=False) else "WARNING",
            "propagate": False,
        },
        "django": {"level": env.str("CHORD_LOG_LEVEL", default="INFO")},
        # That the database is away is said once for each answer, not at every try to connect again.
        "psycopg.pool": {"level": "ERROR"},
    },
    "root": {"handlers": ["console"], "level": env.str("CHORD_LOG_LEVEL", default="INFO")},
}
