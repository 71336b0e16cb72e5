"""Every kind of thing that is kept as JSON."""

from __future__ import annotations

from typing import Any

from veltrin.service.house.kept import Form
from veltrin.service.lessons.forms import SLOPE, STATION
from veltrin.service.many.forms import CALIBRATION
from veltrin.service.players.forms import LAW_SHARES, SCENE
from veltrin.service.practice.forms import BUILT, RUNS
from veltrin.service.shot.forms import CALL, DAY, LINE, QUESTION, SETTINGS

FORMS: dict[str, Form[Any]] = {
    form.name: form
    for form in (
        *(QUESTION, CALL, STATION, RUNS, BUILT, DAY, LINE, SETTINGS, SLOPE, SCENE),
        *(LAW_SHARES, CALIBRATION),
    )
}
