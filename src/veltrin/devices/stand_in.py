"""What stand-ins for devices share: a server on the loopback address, a thread for it and one for each listener."""

from __future__ import annotations

import socketserver
import threading
from typing import ClassVar

LOOPBACK = "127.0.0.1"


class _Listener(socketserver.ThreadingTCPServer):
    daemon_threads = True
    allow_reuse_address = True


class StandIn:
    """Serve with a handler until it is told to stop; `port` is the one it was given, or a free one for 0."""

    name: ClassVar[str] = "stand-in"

    def __init__(self, port: int, handler: type[socketserver.BaseRequestHandler], stopped: threading.Event) -> None:
        self._stopped = stopped
        self._server = _Listener((LOOPBACK, port), handler)
        self.port: int = self._server.server_address[1]
        self._thread = threading.Thread(target=self._server.serve_forever, name=self.name, daemon=True)
        self._thread.start()

    def stop(self) -> None:
        """Hang up on everybody and let go of the port."""
        self._stopped.set()
        self._server.shutdown()
        self._server.server_close()
        self._thread.join(timeout=5.0)
