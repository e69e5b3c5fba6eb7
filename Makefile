# Everything a newcomer needs: `make demo` to see it, `make test` to trust it.
PY := .venv/bin/python
PORT ?= 8717
# One more than there are processors: whoever waits for a browser leaves one free.
WORKERS := $(shell expr $$(nproc) + 1)
STATIC := src/waymark/web/static/index.html
CLIENT := frontend/src/shared/api/generated.d.ts
LISTS := frontend/src/shared/api/lists.ts
FRONT := $(shell find frontend/src frontend/public -type f 2>/dev/null) frontend/index.html frontend/vite.config.ts

# Byte code is kept, whatever the machine is set to: without it every command waits seconds for its imports.
unexport PYTHONDONTWRITEBYTECODE

.PHONY: setup together demo dev test explore lint lint-python lint-screens bench rates shots client messages browser clean

setup: .venv/ready .venv/compiled $(STATIC)

.venv/ready: requirements.lock tools/uv.txt pyproject.toml
	test -x $(PY) || python3 -m venv .venv
	$(PY) -m pip install --quiet --disable-pip-version-check --require-hashes -r tools/uv.txt
	.venv/bin/uv pip sync --quiet --require-hashes --python $(PY) requirements.lock tools/uv.txt
	.venv/bin/uv pip install --quiet --no-deps --no-build-isolation --python $(PY) -e .
	touch $@

# The search's inner loops are compiled once here, not while somebody waits for the first search.
.venv/compiled: .venv/ready $(wildcard src/waymark/core/search/*.py)
	$(PY) -m waymark.core.search.ready
	touch $@

frontend/node_modules/.ready: frontend/package-lock.json frontend/package.json
	cd frontend && npm ci --prefer-offline --no-audit --no-fund --loglevel=error
	touch $@

# The screens' typed client is made from the interface's description and not kept.
$(CLIENT): docs/openapi.json frontend/node_modules/.ready
	cd frontend && npm run --silent client
	touch $@

# So are the lists that both sides share.
$(LISTS): .venv/ready tools/make_lists.py $(shell find src/waymark/rooms/posts src/waymark/rooms/files -name '*.py')
	$(PY) tools/make_lists.py > $@.new
	mv $@.new $@

$(STATIC): frontend/node_modules/.ready $(CLIENT) $(LISTS) $(FRONT)
	cd frontend && npx vite build --logLevel warn
	touch $@

demo: together
	.venv/bin/waymark demo --port $(PORT)

# Both sides reload on a change: the screens at :5173, the server behind them.
dev: setup
	.venv/bin/waymark demo --only-seed
	trap 'kill 0' EXIT; \
	WAYMARK_DATA=var/demo.sqlite3 .venv/bin/uvicorn --factory waymark.web.dev:app --reload --reload-dir src --port $(PORT) & \
	cd frontend && WAYMARK_API=http://127.0.0.1:$(PORT) npx vite

# The lean browser where it can be had, within a minute; else the whole one.
browser:
	test -x /usr/bin/chromium-headless-shell \
	|| DEBIAN_FRONTEND=noninteractive timeout 60 apt-get install -y -qq chromium-headless-shell \
	|| test -x /usr/bin/chromium \
	|| (apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium)

lint: setup
	$(MAKE) --no-print-directory -j2 --output-sync=target lint-python lint-screens

lint-python:
	.venv/bin/ruff check .
	.venv/bin/mypy

lint-screens:
	cd frontend && npx vue-tsc --noEmit && npm run --silent lint

# Both sides are set up side by side.
together:
	$(MAKE) --no-print-directory -j2 setup

# With them the browser is fetched, which keeps no processor busy.
test:
	$(MAKE) --no-print-directory -j3 setup browser
	$(MAKE) --no-print-directory lint
	cd frontend && npx vitest run --reporter=dot
	$(PY) -m pytest -n $(WORKERS) --dist worksteal

# New cases for every property at each run: what it finds becomes an example in its test.
explore: setup
	WAYMARK_CASES=explore $(PY) -m pytest -n auto --dist worksteal tests/core tests/web tests/rooms

bench: setup
	PYTHONPATH=. $(PY) bench/search.py
	$(PY) bench/sheet.py
	$(PY) bench/goal.py
	$(PY) bench/files.py
	$(PY) bench/start.py
	$(PY) bench/live.py

# How often a slip and a misprint are named rightly, and a trial judged: the tables of docs/measuring.md and docs/shelves.md.
rates: setup
	$(PY) bench/rates.py
	$(PY) bench/chart_rates.py
	$(PY) bench/parts_rates.py
	$(PY) bench/trial_rates.py

shots: setup browser
	PYTHONPATH=. $(PY) tools/make_shots.py

# The catalogue of every text that is told, for translators and for the screens.
messages: setup
	$(PY) tools/make_messages.py

# The server's own description of its interface and of the fit file, and the screens' client from it.
client: setup
	.venv/bin/waymark openapi > docs/openapi.json
	.venv/bin/waymark schema > docs/fit-file.schema.json
	$(MAKE) $(CLIENT) $(LISTS)

clean:
	rm -rf .venv frontend/node_modules src/waymark/web/static var
