"""What of a shot, and of how a coach likes it, is kept as JSON."""

from __future__ import annotations

from veltrin.service.house.contracts.kept import KeptJson
from veltrin.service.house.kept import Form
from veltrin.service.shot.contracts.day import DayIn
from veltrin.service.shot.contracts.line import LineIn
from veltrin.service.shot.contracts.plan import CallOut, PlanRequest
from veltrin.service.shot.contracts.settings import SettingsBody

QUESTION: Form[PlanRequest] = Form("question", "The shot's question", PlanRequest)
CALL: Form[CallOut] = Form("call", "The drawing of the call", CallOut)
DAY: Form[DayIn] = Form("day", "The day", DayIn)
LINE: Form[LineIn] = Form("line", "The line", LineIn)
SETTINGS: Form[SettingsBody] = Form("settings", "The settings", SettingsBody, mends=True)


def own_question(kept: KeptJson, player_id: str) -> str:
    """A question asked for the player under the id they have here, as text to keep."""
    told = {**kept.json_, "player_id": player_id} if isinstance(kept.json_, dict) else kept.json_
    return QUESTION.keep_raw(kept.model_copy(update={"json_": told}))
