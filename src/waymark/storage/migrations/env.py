"""Runs migrations on the engine that the store hands over."""

from alembic import context

engine = context.config.attributes["engine"]

with engine.connect() as connection:
    context.configure(connection=connection, render_as_batch=True)
    with context.begin_transaction():
        context.run_migrations()
    connection.commit()
