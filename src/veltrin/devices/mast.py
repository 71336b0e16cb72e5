"""A stand-in for a weather mast: it serves a made-up day over the protocol that a real one would use."""

from __future__ import annotations

import contextlib
import socket
import socketserver
import threading
import time

from veltrin.devices.protocol import ENCODING, Greeting
from veltrin.devices.stand_in import StandIn
from veltrin.devices.weather import weather

HEIGHT_M = 10.0


class StandInMast(StandIn):
    """Serve on the loopback address, a reading a second, `rate` times as fast; each listener hears the same day."""

    name = "stand-in-mast"

    def __init__(self, port: int, seed: int = 7, rate: float = 1.0) -> None:
        stopped = threading.Event()
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

        super().__init__(port, Handler, stopped)
