"""Links to devices: which process holds one, what it hears, what it is asked."""

from __future__ import annotations

from datetime import UTC, datetime

from sqlalchemy import update
from sqlalchemy.orm import Session

from veltrin.store.dialect import insert_once
from veltrin.store.tables import DeviceRow


def load(session: Session, kind: str) -> DeviceRow | None:
    """The link of this session's coach to a kind of device; None where there never was one."""
    return session.get(DeviceRow, (session.info["coach_id"], kind))


def write(session: Session, kind: str, **told: object) -> None:
    """Write some of it down; nothing where there never was one."""
    row = DeviceRow
    session.execute(update(row).where(row.kind == kind).values(**told))


def claim(session: Session, kind: str, holder: str, port: int, was: datetime | None) -> bool:
    """Say that a process holds the link from now on. False where another was faster: it isn't as it `was` any more."""
    row, now = DeviceRow, datetime.now(UTC)
    told = {"is_on": True, "holder": holder, "port": port, "told_at": now}
    if was is None:
        mine = {"coach_id": session.info["coach_id"], "kind": kind, "heard_json": "", "asked_json": "", **told}
        insert_once(session, row, mine)
        found = session.get(row, (session.info["coach_id"], kind), populate_existing=True)
        return found is not None and found.holder == holder
    done = session.execute(update(row).where(row.kind == kind, row.told_at == was).values(**told))
    return bool(done.rowcount)  # type: ignore[attr-defined]
