"""The command line, run as a user runs it."""

from __future__ import annotations

import json
import os
import re
import signal
import socket
import subprocess
import sys
import urllib.request
from pathlib import Path
from typing import Any

import jsonschema
import pytest
from click.testing import CliRunner
from fastapi.testclient import TestClient

from tests.questions import FLIGHT, STORED_ONLY, plan_request
from veltrin.cli import COMMANDS, main

SCHEMAS = Path(__file__).parents[2] / "docs" / "schema"


def run(*args: str, given: Any = None, text: str | None = None) -> Any:
    return CliRunner().invoke(main, list(args), input=text if text is not None else json.dumps(given))


def conforms(body: Any, name: str) -> None:
    jsonschema.validate(body, json.loads((SCHEMAS / f"{name}.schema.json").read_text()))


def test_flight_reads_standard_input_and_prints_the_promised_fields() -> None:
    result = run("flight", "-", given=FLIGHT)
    assert result.exit_code == 0
    body = json.loads(result.stdout)
    assert set(body) >= {
        "carry_m", "total_m", "apex_m", "descent_deg", "flight_s", "offline_carry_m", "offline_total_m",
        "landing_speed_m_s",
    }  # fmt: skip
    conforms(FLIGHT, "flight-request")
    conforms(body, "flight-response")


def test_flight_reads_a_file_with_everything_in_it(tmp_path: Path) -> None:
    asked = {
        **FLIGHT, "start_deg": -2, "spin_tilt_deg": -4,
        "air": {"temperature_c": 4, "altitude_m": 620, "humidity_pct": 90},
        "wind": {"speed_m_s": 6, "from_deg": 30, "height_m": 10},
        "landing": {"surface": "fairway", "green_speed_ft": 9, "firmness": "firm", "fall_deg": 1, "side_deg": -1},
    }  # fmt: skip
    path = tmp_path / "shot.json"
    path.write_text(json.dumps(asked))
    conforms(asked, "flight-request")
    result = run("flight", str(path))
    assert result.exit_code == 0
    assert json.loads(result.stdout)["carry_m"] < json.loads(run("flight", "-", given=FLIGHT).stdout)["carry_m"]


def test_plan_prints_exactly_what_the_api_answers(client: TestClient) -> None:
    tove = client.get("/api/players/tove").json()
    for stored_only in STORED_ONLY:
        tove.pop(stored_only)
    asked = plan_request(player_id=None, player=tove)
    conforms(asked, "plan-request")
    result = run("plan", "-", given=asked)
    assert result.exit_code == 0
    body = json.loads(result.stdout)
    assert body == client.post("/api/plan", json=asked).json()
    conforms(body, "plan-response")


def test_plan_finds_stored_players(tmp_path: Path) -> None:
    result = run("plan", "-", "--data-dir", str(tmp_path), given=plan_request())
    assert result.exit_code == 2
    assert json.loads(result.stderr)["errors"][0]["field"] == "player_id"


@pytest.mark.parametrize(
    ("text", "field"),
    [
        ("{", "body"),
        ('{"ball_speed_m_s": NaN, "launch_deg": 10, "spin_rpm": 1}', "ball_speed_m_s"),
        ('{"launch_deg": 10, "spin_rpm": 1}', "ball_speed_m_s"),
        ('{"ball_speed_m_s": 50, "launch_deg": 10, "spin_rpm": 1, "wind": {"speed": 4}}', "wind.speed"),
    ],
)
def test_bad_input_exits_with_two_and_says_why(text: str, field: str) -> None:
    result = run("flight", "-", text=text)
    assert result.exit_code == 2
    assert result.stdout == ""
    item = json.loads(result.stderr)["errors"][0]
    assert item["field"] == field
    assert item["fix"]


def test_written_documents_are_current(tmp_path: Path) -> None:
    result = run("docs", str(tmp_path))
    assert result.exit_code == 0
    made = [path for path in tmp_path.rglob("*") if path.is_file()]
    assert made
    for path in made:
        name = path.relative_to(tmp_path)
        assert path.read_text() == (SCHEMAS.parent / name).read_text(), f"{name} is old: run make docs"


def test_doctor_names_what_it_looked_at(monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> None:
    monkeypatch.setenv("VELTRIN_DATA_DIR", str(tmp_path))
    result = run("doctor", text="")
    assert {"front end", "data folder", "flight", "planning"} <= set(
        re.findall(r"^\S+\s+([a-z ]+):", result.output, re.M)
    )
    monkeypatch.setenv("VELTRIN_DATA_DIR", "/proc/nowhere")
    broken = run("doctor", text="")
    assert broken.exit_code == 1
    assert "VELTRIN_DATA_DIR" in broken.output


def test_a_port_in_use_is_told(tmp_path: Path) -> None:
    with socket.create_server(("127.0.0.1", 0)) as taken:
        port = str(taken.getsockname()[1])
        result = run("serve", "--port", port, "--data-dir", str(tmp_path), text="")
    assert result.exit_code == 1
    assert f"Port {port} can't be used" in result.stderr
    assert "--port 0" in result.stderr


def test_demo_serves_from_a_fresh_folder_and_stops_cleanly(tmp_path: Path) -> None:
    env = {**os.environ, "TMPDIR": str(tmp_path), "VELTRIN_DATA_DIR": str(tmp_path / "mine"), "PYTHONUNBUFFERED": "1"}
    process = subprocess.Popen(
        [sys.executable, "-m", "veltrin", "demo", "--port", "0"], env=env, stdout=subprocess.PIPE, text=True
    )
    assert process.stdout is not None
    assert "Skarvan Fell" in process.stdout.readline()
    line = process.stdout.readline()
    url = re.search(r"http://127\.0\.0\.1:\d+", line)
    assert url, line
    with urllib.request.urlopen(f"{url.group()}/api/players", timeout=300) as answer:
        assert len(json.load(answer)) == 4
    # Told to end it tidies up as it does when it is interrupted: both ways lead through the same one.
    process.send_signal(signal.SIGTERM)
    rest, _ = process.communicate()
    assert process.returncode == 0
    assert "Stopped." in rest
    assert not (tmp_path / "mine").exists()
    assert list(tmp_path.glob("veltrin-demo-*")) == []


def test_who_asks_for_help_waits_for_nothing_else() -> None:
    heavy = "fastapi", "sqlalchemy", "numba", "numpy", "scipy", "pydantic"
    asked = f"import sys, veltrin.cli; print([m for m in {heavy!r} if m in sys.modules])"
    assert subprocess.run([sys.executable, "-c", asked], capture_output=True, text=True).stdout.strip() == "[]"


def test_one_flight_asks_for_nothing_of_plans_server_or_store() -> None:
    heavy = "fastapi", "sqlalchemy", "alembic", "veltrin.core.plan", "veltrin.core.hole", "veltrin.store"
    asked = f"import sys, veltrin.commands.flight; print([m for m in {heavy!r} if m in sys.modules])"
    assert subprocess.run([sys.executable, "-c", asked], capture_output=True, text=True).stdout.strip() == "[]"


def test_the_list_of_commands_says_what_each_says_itself() -> None:
    listed = run("--help", text="").stdout
    for name, lazy in COMMANDS.items():
        command = main.get_command(None, name)  # type: ignore[arg-type]
        assert command is not None
        assert lazy.does == command.get_short_help_str(200), name
        assert f"  {name} " in listed


def test_academies_are_made_and_too_few_books_are_refused_in_words(tmp_path: Path) -> None:
    there = ("--data-dir", str(tmp_path))
    assert run("academy", "add", "Fell Academy", *there).exit_code == 0
    refused = run("academy", "add", "Fell Academy", *there)
    assert (refused.exit_code, "There is an academy 'Fell Academy' already" in refused.output) == (1, True)
    assert "is a member" in run("academy", "join", "Fell Academy", "Coach", *there).output
    assert "Fell Academy: 1 coach\n  Coach: books may not be calibrated" in run("academy", "list", *there).output
    assert "No coach of Fell Academy" in run("calibrate", "--academy", "Fell Academy", *there).output
    empty = run("calibrate", *there)
    assert empty.exit_code == 1
    assert "hold 0 clean balls" in empty.output
    assert run("calibrate", "--academy", "x", "--coach", "y", *there).exit_code == 2
    assert "no longer a member" in run("academy", "leave", "Fell Academy", "Coach", *there).output
    assert run("academy", "remove", "Fell Academy", *there).exit_code == 0
    assert run("academy", "list", *there).output == ""
