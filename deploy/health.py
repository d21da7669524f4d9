"""Whether Chord answers here, for whoever watches a container: ends with 0, or with 1 and why not."""

import os
from urllib.request import Request, urlopen

# As the proxy asks: by a name that is Chord's, or it is refused; and of https, or one is sent on to it.
host = os.environ.get("CHORD_HOSTS", "127.0.0.1").partition(",")[0]
headers = {"Host": host, "X-Forwarded-Proto": "https"}
urlopen(Request("http://127.0.0.1:8400/api/health/", headers=headers), timeout=4).close()
