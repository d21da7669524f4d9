"""What is read of a request: JSON, bounded in size and depth."""

from typing import Any

from django.conf import settings
from rest_framework.exceptions import APIException
from rest_framework.parsers import BaseParser

from chord_core.documents.base import read_json


class TooLarge(APIException):
    """A body that is longer than this address takes."""

    status_code = 413

    def __init__(self, most: int) -> None:
        super().__init__(f"What was sent is larger than the {most / 2**20:.3g} MB that are taken here.")


class DocumentParser(BaseParser):
    """JSON as the core reads it; what is none is refused with a sentence."""

    media_type = "application/json"

    def parse(self, stream: Any, media_type: Any = None, parser_context: Any = None) -> Any:
        """The document of a request.

        Raises:
            TooLarge: it is longer than any document.
            ChordError: it is no JSON, not in UTF-8, or nested too deeply.
        """
        most = settings.DATA_UPLOAD_MAX_MEMORY_SIZE
        raw = stream.read(most + 1)
        if len(raw) > most:
            raise TooLarge(most)
        return read_json(raw, "what was sent")
