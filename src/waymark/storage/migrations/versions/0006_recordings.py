"""What is read along a trial gets tables of its own; nothing that is kept is touched."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "recordings",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("fit_id", sa.Integer, sa.ForeignKey("fits.id", ondelete="CASCADE"), nullable=False),
        sa.Column("trial", sa.Integer, nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("zero_s", sa.Double, nullable=False),
        sa.Column("plan", sa.JSON, nullable=False),
        sa.Column("begun", sa.JSON, nullable=False),
    )
    op.create_index("ix_recordings_fit_id", "recordings", ["fit_id"])
    op.create_table(
        "recording_chunks",
        sa.Column("recording_id", sa.Integer, sa.ForeignKey("recordings.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("body", sa.LargeBinary, nullable=False),
    )


def downgrade() -> None:
    op.drop_table("recording_chunks")
    op.drop_table("recordings")
