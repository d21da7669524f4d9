"""A line between the browser and the server that can be cut: what goes over it is lost, until it is mended.
It can also be cut after the server has had its say and before the browser hears of it."""

from __future__ import annotations

import socket
import threading
from contextlib import suppress

_PIECE = 65536


class CutLine:
    """Passes connections on to a server; one thread each way."""

    def __init__(self, port: int) -> None:
        self.server_port = port
        self.listening = socket.create_server(("127.0.0.1", 0))
        self.port = self.listening.getsockname()[1]
        self.cut = False
        #: Requests with this in them reach the server; what it answers does not come back.
        self.swallow: bytes | None = None
        self.swallowed = 0
        self._open: set[socket.socket] = set()
        threading.Thread(target=self._accept, daemon=True).start()

    @property
    def url(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def lose(self, cut: bool = True) -> None:
        """Cut the line, or mend it."""
        self.cut = cut
        if cut:
            for end in list(self._open):
                self._close(end)

    def close(self) -> None:
        self.lose()
        self.listening.close()

    def _close(self, end: socket.socket) -> None:
        self._open.discard(end)
        with suppress(OSError):
            end.shutdown(socket.SHUT_RDWR)
        end.close()

    def _accept(self) -> None:
        with suppress(OSError):
            while True:
                near, _ = self.listening.accept()
                if self.cut:
                    near.close()
                    continue
                far = socket.create_connection(("127.0.0.1", self.server_port))
                self._open |= {near, far}
                state = {"lost": False}
                threading.Thread(target=self._there, args=(near, far, state), daemon=True).start()
                threading.Thread(target=self._back, args=(far, near, state), daemon=True).start()

    def _there(self, near: socket.socket, far: socket.socket, state: dict[str, bool]) -> None:
        with suppress(OSError):
            while piece := near.recv(_PIECE):
                if self.swallow and self.swallow in piece:
                    state["lost"] = True
                far.sendall(piece)
        self._close(near)
        self._close(far)

    def _back(self, far: socket.socket, near: socket.socket, state: dict[str, bool]) -> None:
        with suppress(OSError):
            while piece := far.recv(_PIECE):
                if state["lost"]:
                    self.swallowed += 1
                    break
                near.sendall(piece)
        self._close(near)
        self._close(far)
