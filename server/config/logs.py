"""What goes to the log while the database is away: a line a minute, not a traceback for every request."""

import logging
import time

from django.db import InterfaceError, OperationalError

#: A database that is away is said so often [s].
_EVERY_S = 60.0
AWAY = (OperationalError, InterfaceError)


class DatabaseAway(logging.Filter):
    """Lets one line a minute through about a database that does not answer, without its traceback."""

    def __init__(self) -> None:
        super().__init__()
        self._next = 0.0

    def filter(self, record: logging.LogRecord) -> bool:
        """Whether a record is written."""
        error = record.exc_info[1] if record.exc_info else None
        # A 503 is told of by the framework too, without the exception that made it.
        if not isinstance(error, AWAY) and getattr(record, "status_code", 0) != 503:
            return True
        now = time.monotonic()
        if now < self._next:
            return False
        self._next = now + _EVERY_S
        says = str(error).strip().splitlines()[0] if error and str(error).strip() else "it does not answer"
        record.msg, record.args, record.exc_info, record.exc_text = (
            f"the database is away: {says}",
            (),
            None,
            None,
        )
        return True
