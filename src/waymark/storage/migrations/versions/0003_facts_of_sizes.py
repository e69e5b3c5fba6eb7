"""Facts beside a size's chart: date, price band, tags, marks of stock. Sizes kept so far have none yet."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    with op.batch_alter_table("frame_sizes") as table:
        table.add_column(sa.Column("facts", sa.JSON, nullable=False, server_default="{}"))


def downgrade() -> None:
    with op.batch_alter_table("frame_sizes") as table:
        table.drop_column("facts")
