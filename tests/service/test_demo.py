"""The made-up season: what was priced beforehand is still what the model says; one was helped, one can't be told."""

from __future__ import annotations

import json
from importlib.resources import files

import pytest
from fastapi.testclient import TestClient

from veltrin.demo.scenes import READERS, scenes_of
from veltrin.demo.season import SCENES


@pytest.mark.parametrize("reader", READERS)
def test_the_demos_scenes_are_priced_as_the_model_prices_them(reader: str) -> None:
    told = json.loads((files("veltrin.demo") / SCENES).read_text())[reader]
    assert len(told) == READERS[reader][1]
    for kept, made in zip(told, scenes_of(reader, 2), strict=False):
        assert kept["scene"] == made["scene"], "made again by python -m veltrin.demo.scenes"
        assert kept["lost"] == pytest.approx(made["lost"], abs=0.01)


def test_practice_helped_one_player_of_the_demo_and_the_other_cannot_be_told(client: TestClient) -> None:
    answers = {
        player: [one["answer"] for one in client.get("/api/progress", params={"player_id": player}).json()["helped"]]
        for player in ("tove", "corwin")
    }
    assert answers["tove"] == ["helped"]
    assert set(answers["corwin"]) == {"open"}
