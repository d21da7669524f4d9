"""Settings, addresses and what holds for every request."""

from tooling.paths import version

#: The version of Chord, as the API and the command line say it.
VERSION = version()
