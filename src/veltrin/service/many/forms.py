"""What of calibrations is kept as JSON."""

from __future__ import annotations

from veltrin.service.house.kept import Form
from veltrin.service.many.contracts.calibrations import CalibrationBody

CALIBRATION: Form[CalibrationBody] = Form("calibration", "What many books said", CalibrationBody)
