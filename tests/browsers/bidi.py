"""A browser driven by WebDriver BiDi (W3C Working Draft), over a web socket."""

from __future__ import annotations

import base64
import json
import re
import subprocess
import tempfile
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from websockets.sync.client import ClientConnection, connect

AT_MOST_S = 60.0
LISTENING = re.compile(r"WebDriver BiDi listening on (ws://\S+)")


class BidiError(RuntimeError):
    """The browser refused a command, or the page threw."""


class BidiPage:
    """One page."""

    def __init__(self, socket: ClientConnection) -> None:
        self._socket, self._asked = socket, 0
        self._ask("session.new", {"capabilities": {}})
        self._context = self._ask("browsingContext.getTree", {})["contexts"][0]["context"]

    def _ask(self, method: str, params: dict[str, Any]) -> dict[str, Any]:
        self._asked += 1
        self._socket.send(json.dumps({"id": self._asked, "method": method, "params": params}))
        while True:
            told = json.loads(self._socket.recv(timeout=AT_MOST_S))
            if told.get("id") != self._asked:
                continue
            if told["type"] == "error":
                raise BidiError(f"{method}: {told['message']}")
            result: dict[str, Any] = told["result"]
            return result

    def size(self, width: int, height: int) -> None:
        """Make the page that large (CSS pixels)."""
        viewport = {"width": width, "height": height}
        self._ask("browsingContext.setViewport", {"context": self._context, "viewport": viewport})

    def go(self, url: str) -> None:
        """Open an address, and wait until it is loaded."""
        self._ask("browsingContext.navigate", {"context": self._context, "url": url, "wait": "complete"})

    def evaluate(self, script: str) -> Any:
        """What an expression comes to, which may be a promise; it has to be JSON. BidiError if it throws."""
        told = self._ask(
            "script.evaluate",
            {
                "expression": f"(async () => JSON.stringify((await ({script})) ?? null))()",
                "target": {"context": self._context},
                "awaitPromise": True,
            },
        )
        if told["type"] == "exception":
            raise BidiError(told["exceptionDetails"]["text"])
        return json.loads(told["result"]["value"])

    def until(self, script: str) -> None:
        """Wait until an expression holds, looked at again and again."""
        self.evaluate(
            f"""new Promise((done, failed) => {{
              const end = performance.now() + {500 * AT_MOST_S}
              const look = () => {{
                if ({script}) done(true)
                else if (performance.now() > end) failed(new Error({json.dumps(script)} + " never held"))
                else setTimeout(look, 20)
              }}
              look()
            }})"""
        )

    def point(self, kind: str, *moves: tuple[float, float]) -> None:
        """Press at the first place, go to the others, let go. `kind`: mouse or touch."""
        first, *rest = [{"type": "pointerMove", "x": round(x), "y": round(y), "duration": 30} for x, y in moves]
        acts = [first, {"type": "pointerDown", "button": 0}, *rest, {"type": "pointerUp", "button": 0}]
        source = {"type": "pointer", "id": kind, "parameters": {"pointerType": kind}, "actions": acts}
        self._ask("input.performActions", {"context": self._context, "actions": [source]})

    def picture(self, path: str) -> None:
        """A PNG of what is seen."""
        told = self._ask("browsingContext.captureScreenshot", {"context": self._context})
        Path(path).write_bytes(base64.b64decode(told["data"]))


@contextmanager
def firefox(command: str) -> Iterator[BidiPage]:
    """Firefox without a window, in a profile of its own."""
    with tempfile.TemporaryDirectory() as profile:
        arguments = [command, "--headless", "--remote-debugging-port=0", "--profile", profile, "--no-remote"]
        with subprocess.Popen(arguments, stderr=subprocess.PIPE, text=True) as process:
            try:
                assert process.stderr is not None
                told = (LISTENING.search(line) for line in process.stderr)
                address = next(found.group(1) for found in told if found)
                # What it goes on to say is read away: a full pipe would stop it.
                threading.Thread(target=process.stderr.read, daemon=True).start()
                with connect(f"{address}/session", max_size=None, open_timeout=AT_MOST_S) as socket:
                    yield BidiPage(socket)
            finally:
                process.kill()
