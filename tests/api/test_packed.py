"""What is sent is packed, and what is built is kept by the browser."""

from __future__ import annotations

import gzip
import json
import re
import urllib.request
import zlib

import pytest

from tests.conftest import Running
from veltrin.settings import WEB_DIST


def raw(url: str, body: object = None, **headers: str) -> urllib.request.Request:
    data = None if body is None else json.dumps(body).encode()
    told = {"content-type": "application/json", "accept-encoding": "gzip", **headers}
    return urllib.request.Request(url, data, told)


def test_long_answers_are_packed_and_short_ones_are_not(running: Running) -> None:
    with urllib.request.urlopen(raw(f"{running.url}/api/players")) as answer:
        packed = answer.read()
        assert answer.headers["content-encoding"] == "gzip"
    plain = zlib.decompress(packed, 16 + zlib.MAX_WBITS)
    assert len(json.loads(plain)) == 4
    assert len(packed) < len(plain) / 3
    with urllib.request.urlopen(raw(f"{running.url}/api/health")) as answer:
        assert answer.headers["content-encoding"] is None


@pytest.mark.anew
def test_the_first_stage_of_a_packed_stream_comes_before_the_last_is_worked_out(running: Running) -> None:
    asked = {"player_id": "tove", "line": {"flag_m": 97.0}}
    unpack = zlib.decompressobj(16 + zlib.MAX_WBITS)
    with urllib.request.urlopen(raw(f"{running.url}/api/plan/stream", asked)) as answer:
        assert answer.headers["content-encoding"] == "gzip"
        text = b""
        while b"\n" not in text:
            text += unpack.decompress(answer.read1(4096))
        first = json.loads(text.split(b"\n")[0])
        rest = text.split(b"\n", 1)[1] + unpack.decompress(answer.read())
    # Whole lines, each a plan; the first without the risk that the last has.
    assert first["has_risk"] is False
    assert json.loads(rest.strip().split(b"\n")[-1])["has_risk"] is True


def test_what_is_built_is_kept_and_the_page_is_asked_for_anew(running: Running) -> None:
    with urllib.request.urlopen(f"{running.url}/") as page:
        assert page.headers["cache-control"] == "no-cache"
        script = re.search(r"/assets/[^\"]+\.js", page.read().decode())
    assert script
    with urllib.request.urlopen(running.url + script[0]) as answer:
        assert "immutable" in answer.headers["cache-control"]


@pytest.mark.parametrize(("asked", "packed"), [("gzip, deflate, br", "br"), ("gzip", "gzip"), ("identity", None)])
def test_what_is_built_comes_packed_as_the_browser_asks_for_it(
    running: Running, asked: str, packed: str | None
) -> None:
    with urllib.request.urlopen(f"{running.url}/") as page:
        script = re.search(r"/assets/[^\"]+\.js", page.read().decode())
    assert script
    request = urllib.request.Request(running.url + script[0], headers={"accept-encoding": asked})
    with urllib.request.urlopen(request) as answer:
        body = answer.read()
        assert answer.headers["content-encoding"] == packed
        assert answer.headers["content-type"].startswith("text/javascript")
        assert answer.headers["vary"] == "Accept-Encoding"
        assert "immutable" in answer.headers["cache-control"]
    plain = (WEB_DIST / script[0].lstrip("/")).read_bytes()
    if packed == "gzip":
        assert gzip.decompress(body) == plain
    # Smaller than half, or as it is: who can't open it gets it plain.
    assert len(body) < 0.5 * len(plain) if packed else body == plain
