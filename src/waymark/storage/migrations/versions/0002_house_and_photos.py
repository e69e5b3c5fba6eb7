"""House rules, photos, and the riders' changes. Three new tables; nothing that is kept is touched.

Fit states are brought to version 2 when they are read, not here: history is never rewritten.
"""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "house_rules",
        sa.Column("name", sa.String(60), primary_key=True),
        sa.Column("value", sa.JSON, nullable=False),
    )
    op.create_table(
        "photos",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("fit_id", sa.Integer, sa.ForeignKey("fits.id", ondelete="CASCADE"), nullable=False),
        sa.Column("caption", sa.String(200), nullable=False),
        sa.Column("media_type", sa.String(20), nullable=False),
        sa.Column("width", sa.Integer, nullable=False),
        sa.Column("height", sa.Integer, nullable=False),
        sa.Column("image", sa.LargeBinary, nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
    )
    op.create_index("ix_photos_fit_id", "photos", ["fit_id"])
    op.create_table(
        "rider_revisions",
        sa.Column("rider_id", sa.Integer, sa.ForeignKey("riders.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("came_from", sa.Integer, nullable=True),
        sa.Column("restores", sa.Integer, nullable=True),
        sa.Column("title", sa.String(200), nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("profile", sa.JSON, nullable=False),
    )


def downgrade() -> None:
    op.drop_table("rider_revisions")
    op.drop_table("photos")
    op.drop_table("house_rules")
