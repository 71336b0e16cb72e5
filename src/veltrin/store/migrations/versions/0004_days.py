"""Saved days; what a layer of clothes takes from a player; the settings' air becomes part of their day.

Why: the weather is an input now, not four numbers of air, and a day that was set up is worth keeping.
"""

import json
from collections.abc import Callable
from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "days",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("name", sa.String(60), nullable=False, unique=True),
        sa.Column("saved_at", sa.DateTime, nullable=False),
        sa.Column("day_json", sa.Text, nullable=False),
    )
    op.add_column("players", sa.Column("layer_share", sa.Double, nullable=False, server_default="0.015"))
    _rewrite(lambda body: {**{k: v for k, v in body.items() if k != "air"}, "day": {"air": body.get("air", {})}})


def downgrade() -> None:
    _rewrite(
        lambda body: {
            **{k: v for k, v in body.items() if k not in ("day", "speed")},
            "air": body.get("day", {}).get("air", {}),
        }
    )
    op.drop_column("players", "layer_share")
    op.drop_table("days")


def _rewrite(change: Callable[[dict[str, Any]], dict[str, Any]]) -> None:
    connection = op.get_bind()
    for row_id, body in connection.execute(sa.text("SELECT id, body FROM settings")).all():
        connection.execute(
            sa.text("UPDATE settings SET body = :body WHERE id = :id"),
            {"body": json.dumps(change(json.loads(body))), "id": row_id},
        )
