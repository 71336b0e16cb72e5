"""Use cases: the coach's settings."""

from __future__ import annotations

from veltrin.service.house.errors import changed_elsewhere
from veltrin.service.shot.contracts.settings import SettingsBody, SettingsIn, SettingsOut
from veltrin.service.shot.forms import SETTINGS
from veltrin.store.engine import Store
from veltrin.store.repositories import settings as setting_rows
from veltrin.store.repositories import versions
from veltrin.store.tables import SettingsRow


def _opened(row: SettingsRow | None) -> SettingsBody | None:
    """What a row holds; None where there is none, or it can't be opened."""
    return None if row is None else SETTINGS.open(row.body).value


def read_settings(store: Store) -> SettingsOut:
    """Settings as stored, defaults where there are none."""
    with store.session() as session:
        stored = setting_rows.row(session)
    return SettingsOut(**dict(_opened(stored) or SettingsBody()), version=0 if stored is None else stored.version)


def write_settings(store: Store, body: SettingsIn) -> SettingsOut:
    """Replace the settings. ConflictError where somebody else has since they were read."""
    told = {name: getattr(body, name) for name in SettingsBody.model_fields if name != "sample_ids"}
    with store.session() as session:
        known = setting_rows.row(session)
        before = _opened(known)
        plain = SettingsBody(**told, sample_ids=[] if before is None else before.sample_ids)
        is_same = before == plain
        if known is not None and not is_same and not versions.take(session, known, body.version):
            raise changed_elsewhere("what is set here")
        if not is_same:
            setting_rows.save(session, SETTINGS.keep(plain))
    return read_settings(store)


def write_samples(store: Store, player_ids: list[str]) -> SettingsOut:
    """Write down which players were made up for looking around; returns the settings as they are then."""
    with store.session() as session:
        known = setting_rows.row(session)
        kept = (_opened(known) or SettingsBody()).model_copy(update={"sample_ids": player_ids})
        if known is not None:
            versions.take(session, known, known.version)
        setting_rows.save(session, SETTINGS.keep(kept))
    return read_settings(store)
