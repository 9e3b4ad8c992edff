# Two commands are all a newcomer needs: `make demo` and `make test`. Each does its own set-up.

PNPM_VERSION := 10.34.9
UV_VERSION := 0.13.9
PY := .venv/bin/python
PNPM := npx --yes pnpm@$(PNPM_VERSION) --dir web
WEB_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts
PORT ?= 8735
PY_SOURCES := $(shell find src -name '*.py' -o -name '*.json' -o -name '*.csv')
DEMO_HOME := .make/demo-home
# The day all tests live on; any other can be given to see that nothing depends on it.
TEST_NOW ?= 2026-11-25T10:00:00+00:00

export DJANGO_SETTINGS_MODULE := archtop.site.settings
export npm_config_update_notifier := false
# Where Python is told to write no bytecode every start would compile hundreds of modules again: three times as long.
unexport PYTHONDONTWRITEBYTECODE
# What large pictures took, tests keep for the next: handed back and asked for anew it costs more than the pictures do.
test-python: export MALLOC_MMAP_MAX_ := 0
test-python: export MALLOC_TRIM_THRESHOLD_ := 4000000000
test-python: export MALLOC_TOP_PAD_ := 67108864

.PHONY: demo dev test lint types drift test-python test-demo test-core test-studio test-web test-browser bench faults season screenshots schemas lock clean

demo: .make/python web/dist/index.html  ## Serve the demo studio on 127.0.0.1; started again it keeps what you did
	.venv/bin/archtop demo --port $(PORT)

dev: .make/python .make/web  ## The demo with a front end that reloads as it is edited (http://127.0.0.1:5173/)
	ARCHTOP_DEBUG=1 .venv/bin/archtop demo --port 8735 & trap "kill $$!" EXIT; $(PNPM) run dev --host 127.0.0.1

test:  ## Everything that must hold before a change lands
	$(MAKE) -j 3 --output-sync=target --no-print-directory .make/python .make/web web/dist/index.html .make/chromium
	$(MAKE) -j 2 --output-sync=target --no-print-directory lint types drift size test-web test-demo
	$(MAKE) --no-print-directory test-python test-browser

lint: .make/python .make/web
	.venv/bin/ruff check .
	.venv/bin/ruff format --check .
	.venv/bin/lint-imports
	cd web && node_modules/.bin/biome check src

types: .make/python .make/web
	.venv/bin/mypy
	cd web && node_modules/.bin/tsc --noEmit

drift: .make/python .make/web  ## Generated files must be what their sources give
	scripts/check_drift.sh
	$(PY) -m django makemigrations --check --dry-run

size: .make/python web/dist/index.html  ## What the first page loads, against what it may
	$(PY) scripts/check_size.py

test-python: .make/python test-demo  ## Core and application in one run: their workers start once
	ARCHTOP_DEMO_HOME=$(CURDIR)/$(DEMO_HOME) $(PY) -m pytest -q -n 2 src/archtop/core tests/core tests/studio

test-core: .make/python
	$(PY) -m pytest -q -n 2 src/archtop/core tests/core

test-studio: .make/python
	$(PY) -m pytest -q -n 2 tests/studio

test-web: .make/web
	cd web && node_modules/.bin/vitest run

test-browser: .make/python web/dist/index.html .make/chromium test-demo
	ARCHTOP_NOW=$(TEST_NOW) ARCHTOP_DEMO_HOME=$(CURDIR)/$(DEMO_HOME) $(PY) -m pytest -q -n 3 --dist worksteal tests/browser

test-demo: $(DEMO_HOME)/studio.sqlite3  ## A demo studio just as it is loaded, which the browser tests copy

$(DEMO_HOME)/studio.sqlite3: .make/python $(PY_SOURCES)
	rm -rf $(DEMO_HOME)
	ARCHTOP_HOME=$(DEMO_HOME) ARCHTOP_NOW=$(TEST_NOW) $(PY) -m django demo --only-load

bench: .make/python  ## Speed as ratios, measured side by side in one run
	$(PY) -m benchmarks

faults: .make/python web/dist/index.html .make/chromium .make/faults/bin/schemathesis  ## Kills, power cuts, full disks and made-up calls, on loopback, by itself
	$(PY) -m faults

season: .make/python web/dist/index.html .make/chromium test-demo  ## The demo's season lived through the interface, day by day
	PYTHONPATH=$(CURDIR) ARCHTOP_NOW=$(TEST_NOW) $(PY) scripts/live_season.py $(DEMO_HOME)

screenshots: .make/python web/dist/index.html .make/chromium  ## Fresh pictures of each view for docs/screenshots
	PYTHONPATH=$(CURDIR) $(PY) scripts/screenshots.py docs/screenshots

schemas: .make/python .make/web  ## Write docs/openapi.json, docs/loaf.schema.json and the TypeScript types
	$(PY) -m django write_schemas docs
	$(PNPM) run api

lock: .make/python  ## Pin every Python package again
	.venv/bin/uv pip compile -q --no-header --no-annotate --generate-hashes --extra dev pyproject.toml -o requirements.lock

.make/python: requirements.lock pyproject.toml
	@mkdir -p .make
	test -x $(PY) || python3 -m venv .venv
	$(PY) -m pip install -q --disable-pip-version-check uv==$(UV_VERSION)
	.venv/bin/uv pip sync -q --python $(PY) requirements.lock
	.venv/bin/uv pip install -q --python $(PY) --no-deps -e .
	$(PY) -c "import django; django.setup(); from archtop.core import faces; faces.warm()"
	@touch $@

.make/web: web/package.json web/pnpm-lock.yaml
	@mkdir -p .make
	$(PNPM) install --frozen-lockfile --silent
	@touch $@

.make/faults/bin/schemathesis: faults/requirements.lock
	python3 -m venv .make/faults
	.venv/bin/uv pip sync -q --python .make/faults/bin/python faults/requirements.lock
	@touch $@

.make/chromium:
	@mkdir -p .make
	scripts/install_chromium.sh
	@touch $@

web/dist/index.html: .make/web $(WEB_SOURCES)
	cd web && node_modules/.bin/vite build
	@touch $@

clean:
	rm -rf .venv .make web/node_modules web/dist .mypy_cache .ruff_cache .pytest_cache .hypothesis test-results
