"""The verbs: a request is read, judged, searched and answered as a document."""
