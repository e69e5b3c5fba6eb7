"""Indoor bikes get a table of their own; nothing that is kept is touched."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "machines",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("name", sa.String(80), nullable=False),
        sa.Column("content", sa.JSON, nullable=False),
        sa.UniqueConstraint("name", name="uq_machines_name"),
    )


def downgrade() -> None:
    op.drop_table("machines")
