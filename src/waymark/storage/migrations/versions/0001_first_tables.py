"""The first tables. There is no earlier data to touch."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "riders",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("profile", sa.JSON, nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("changed_at", sa.DateTime, nullable=False),
    )
    op.create_table(
        "fits",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("rider_id", sa.Integer, sa.ForeignKey("riders.id", ondelete="CASCADE"), nullable=False),
        sa.Column("title", sa.String(160), nullable=False),
        sa.Column("head", sa.Integer, nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("changed_at", sa.DateTime, nullable=False),
    )
    op.create_index("ix_fits_rider_id", "fits", ["rider_id"])
    op.create_table(
        "fit_revisions",
        sa.Column("fit_id", sa.Integer, sa.ForeignKey("fits.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("came_from", sa.Integer, nullable=True),
        sa.Column("restores", sa.Integer, nullable=True),
        sa.Column("title", sa.String(200), nullable=False),
        sa.Column("state", sa.JSON, nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
    )
    op.create_table(
        "fit_marks",
        sa.Column("fit_id", sa.Integer, primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("layer", sa.String(8), primary_key=True),
        sa.Column("mark", sa.String(12), primary_key=True),
        sa.Column("x_mm", sa.Float, nullable=False),
        sa.Column("y_mm", sa.Float, nullable=False),
        sa.ForeignKeyConstraint(
            ["fit_id", "number"], ["fit_revisions.fit_id", "fit_revisions.number"], ondelete="CASCADE"
        ),
    )
    op.create_table(
        "frames",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("kind", sa.String(20), nullable=False),
        sa.Column("material", sa.String(20), nullable=False),
        sa.Column("source", sa.String(200), nullable=False),
        sa.UniqueConstraint("name", name="uq_frames_name"),
    )
    op.create_table(
        "frame_sizes",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("frame_id", sa.Integer, sa.ForeignKey("frames.id", ondelete="CASCADE"), nullable=False),
        sa.Column("size", sa.String(20), nullable=False),
        sa.Column("place", sa.Integer, nullable=False),
        sa.Column("chart", sa.JSON, nullable=False),
        sa.UniqueConstraint("frame_id", "size", name="uq_frame_sizes_frame_id"),
    )
    op.create_table(
        "parts",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("kind", sa.String(12), nullable=False),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("spec", sa.JSON, nullable=False),
        sa.UniqueConstraint("kind", "name", name="uq_parts_kind"),
    )


def downgrade() -> None:
    for table in ("parts", "frame_sizes", "frames", "fit_marks", "fit_revisions", "fits", "riders"):
        op.drop_table(table)
