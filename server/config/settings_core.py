"""Settings under which Django's test runner runs the core's tests: no application, no database."""

SECRET_KEY = "the core signs nothing"
INSTALLED_APPS: list[str] = []
DATABASES: dict[str, dict[str, str]] = {}
USE_TZ = True
TEST_RUNNER = "config.test_runner.TimedRunner"
