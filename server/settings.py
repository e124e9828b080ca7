"""Settings. Everything the outside may set is in ``places.py``."""

from server.places import DATA, DATABASE, ROOT, secret_key

SECRET_KEY = secret_key()
DEBUG = False
ALLOWED_HOSTS = ["127.0.0.1", "localhost"]
ROOT_URLCONF = "server.urls"
USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en-us"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
INSTALLED_APPS = [
    "server.checks",
    "server.shelf",
    "server.trials",
    "server.learning",
    "server.practice",
    "server.drawer",
    "server.classes",
]
MIDDLEWARE = [
    "server.guard.GuardMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.middleware.common.CommonMiddleware",
]
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "DIRS": [ROOT / "server" / "templates"]}]
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATABASE,
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 20,
            # FULL: an answer is given only once the revision is on the disk.
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;",
        },
        "TEST": {"NAME": str(DATA / "test.sqlite3")},
    }
}
STATIC_URL = "/assets/"
WHITENOISE_ROOT = ROOT / "web" / "dist"
WHITENOISE_INDEX_FILE = False
# The build puts a hash into every asset's name, so browsers may keep them for good.
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/.+-[\w-]{8}\.\w+$"
DATA_UPLOAD_MAX_MEMORY_SIZE = 2_000_000
CSRF_COOKIE_SAMESITE = "Strict"
SECURE_REFERRER_POLICY = "same-origin"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "loggers": {"django.request": {"handlers": ["console"], "level": "ERROR"}},
}
