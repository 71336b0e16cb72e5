"""Tables of coaches: who signs in, where, what happened, how they like it."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import (
    ForeignKey,
    String,
    Text,
)
from sqlalchemy.orm import Mapped, mapped_column

from veltrin.store.tables.house import Base


class CoachRow(Base):
    """A coach. Without a passphrase (argon2 hash) nobody can sign in as this coach.

    `arrives_for`: no coach, but what a file holds that is being read for the coach of that number (see arrivals).
    `totp_secret`: of the second factor, where the coach has one; `totp_last`: the last step whose code was taken.
    """

    __tablename__ = "coaches"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60), unique=True)
    passphrase: Mapped[str | None] = mapped_column(String(200))
    made_at: Mapped[datetime]
    is_admin: Mapped[bool] = mapped_column(default=False)
    arrives_for: Mapped[int | None]
    totp_secret: Mapped[str | None] = mapped_column(String(64))
    totp_last: Mapped[int | None]


class SessionRow(Base):
    """A coach who is signed in somewhere. `id` is a hash of what the cookie holds: reading the table lets nobody in."""

    __tablename__ = "sessions"

    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    coach_id: Mapped[int] = mapped_column(ForeignKey("coaches.id", ondelete="CASCADE"))
    made_at: Mapped[datetime]
    address: Mapped[str] = mapped_column(String(60))
    device: Mapped[str] = mapped_column(String(120))


class EventRow(Base):
    """Something that happened to an account: who, from where, what."""

    __tablename__ = "events"

    id: Mapped[int] = mapped_column(primary_key=True)
    at: Mapped[datetime]
    coach: Mapped[str] = mapped_column(String(60))
    address: Mapped[str] = mapped_column(String(60))
    what: Mapped[str] = mapped_column(String(60))


class GuessRow(Base):
    """Guesses of one name from one address, or of one address, under a hash of them: how many at `at`, and until when
    the next one waits (s since 1970).
    """

    __tablename__ = "guesses"

    key: Mapped[str] = mapped_column(String(64), primary_key=True)
    tries: Mapped[float]
    at: Mapped[float]
    until: Mapped[float]


class SettingsRow(Base):
    """A coach's settings, as JSON."""

    __tablename__ = "settings"

    coach_id: Mapped[int] = mapped_column(ForeignKey("coaches.id"), primary_key=True)
    body: Mapped[str] = mapped_column(Text)
    version: Mapped[int] = mapped_column(default=1)
