"""A stand-in for a weather mast: it serves a made-up day over the protocol that a real one would use."""

from __future__ import annotations

import contextlib
import socket
import socketserver
import threading
import time

from veltrin.devices.protocol import ENCODING, Greeting
from veltrin.devices.weather import weather

LOOPBACK = "127.0.0.1"
HEIGHT_M = 10.0


class _Listener(socketserver.ThreadingTCPServer):
    daemon_threads = True
    allow_reuse_address = True


class StandInMast:
    """Serve on the loopback address, a reading a second, `rate` times as fast; each listener hears the same day."""

    def __init__(self, port: int, seed: int = 7, rate: float = 1.0) -> None:
        stopped = self._stopped = threading.Event()
        began = time.monotonic()

        class Handler(socketserver.BaseRequestHandler):
            def handle(self) -> None:
                greeting = Greeting(device="weather-mast", protocol=1, height_m=HEIGHT_M)
                now_s = float(int((time.monotonic() - began) * rate))
                with contextlib.suppress(OSError):
                    self.request.sendall((greeting.model_dump_json() + "\n").encode(ENCODING))
                    for reading in weather(seed, now_s):
                        self.request.sendall((reading.model_dump_json() + "\n").encode(ENCODING))
                        if stopped.wait(1.0 / rate):
                            break
                    self.request.shutdown(socket.SHUT_RDWR)

        self._server = _Listener((LOOPBACK, port), Handler)
        self.port: int = self._server.server_address[1]
        self._thread = threading.Thread(target=self._server.serve_forever, name="stand-in-mast", daemon=True)
        self._thread.start()

    def stop(self) -> None:
        """Hang up on everybody and let go of the port."""
        self._stopped.set()
        self._server.shutdown()
        self._server.server_close()
        self._thread.join(timeout=5.0)
