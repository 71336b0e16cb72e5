"""Two coaches of a server on a network, and how they sign in."""

from __future__ import annotations

from fastapi.testclient import TestClient

MAREN = {"name": "Maren", "passphrase": "seven split birches"}
OTTO = {"name": "Otto", "passphrase": "a quiet low runner"}


def sign_in(client: TestClient, who: dict[str, str]) -> None:
    client.cookies.clear()
    assert client.post("/api/session", json=who).json()["coach"] == who["name"]
