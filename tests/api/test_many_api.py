"""Many books over the network: each coach consents, sees what is offered to them and nobody's books."""

from __future__ import annotations

import json

from fastapi.testclient import TestClient

from tests.signing import MAREN, OTTO, sign_in
from veltrin.core.law import LAW
from veltrin.service.house.store import Store
from veltrin.service.many import academies
from veltrin.service.many.contracts.calibrations import CalibrationBody, LeftOutOut
from veltrin.store.dialect import everybody
from veltrin.store.repositories import many as rows

BODY = CalibrationBody(
    coaches=2, players=40, shots=6000, balls=4000, numbers=[], by_cover=[], by_family=[], by_wet=[],
    cleans_by_cover=[], cleans_by_level=[], differ=[], picked=[], compared=[], not_measured=[],
    left_out=LeftOutOut(players=40, better=31, off_usual=0.1, off_now=0.08, helps=True),
)  # fmt: skip


def offered(store: Store, academy: str) -> int:
    with store.session() as session, everybody(session):
        named = rows.named(session, academy)
        assert named is not None
        kept = (json.dumps({"version": 1, "law": LAW, "json": one}) for one in (BODY.model_dump(), []))
        return rows.keep(session, named.id, None, *kept).id


def test_coaches_consent_each_for_themselves_and_take_what_is_offered(guarded: TestClient, demo_store: Store) -> None:
    academies.begin(demo_store, "Fell Academy")
    academies.add_member(demo_store, "Fell Academy", "Maren")
    one = offered(demo_store, "Fell Academy")
    sign_in(guarded, OTTO)
    assert guarded.get("/api/academies").json() == []
    assert guarded.get("/api/calibrations").json() == {"calibrations": [], "waiting": 0}
    assert guarded.get(f"/api/calibrations/{one}").status_code == 404
    assert guarded.put(f"/api/calibrations/{one}", json={"taken": True}).status_code == 404
    sign_in(guarded, MAREN)
    (mine,) = guarded.get("/api/academies").json()
    assert guarded.put(f"/api/academies/{mine['id']}/consent", json={"consents": True}).json()[0]["members"] == [
        {"name": "Maren", "is_me": True, "consents": True}
    ]
    sign_in(guarded, OTTO)
    refused = guarded.put(f"/api/academies/{mine['id']}/consent", json={"consents": True})
    assert (refused.status_code, refused.json()["errors"][0]["field"]) == (404, "academy_id")
    sign_in(guarded, MAREN)
    (row,) = guarded.get("/api/calibrations").json()["calibrations"]
    assert (row["academy"], row["players"], row["helps"], row["is_taken"]) == ("Fell Academy", 40, True, False)
    shown = guarded.get(f"/api/calibrations/{one}").json()
    assert CalibrationBody.model_validate(shown["body"]) == BODY
    taken = guarded.put(f"/api/calibrations/{one}", json={"taken": True}).json()
    assert taken["calibrations"][0]["is_taken"]
    assert not guarded.put(f"/api/calibrations/{one}", json={"taken": False}).json()["calibrations"][0]["is_taken"]
