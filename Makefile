# Two commands do everything: make demo, make test. The rest are their parts.
SHELL := /bin/bash
PYTHON ?= $(shell command -v python3.11 || command -v python3)
BIN := .venv/bin
STAMPS := .stamps
WEB_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts docs/schema/ground.json docs/schema/day.json docs/schema/house.json docs/schema/glossary.json

# Compiled modules halve the start of each of the many processes that tests and commands start.
unexport PYTHONDONTWRITEBYTECODE

.PHONY: help demo truth words coverage dev test setup check check-python check-web test-web warm web bench orders fuzz faults flaky browsers answers docs calibration screenshots wheel clean

help: ## list the commands
	@grep -hE '^[a-z-]+:.*## ' $(MAKEFILE_LIST) | sed -E 's/^([a-z-]+):.*## /\1\t/' | expand -t 14

demo: ## set up, build, serve the made-up players and course
	@$(MAKE) --no-print-directory -j3 $(STAMPS)/web warm
	@$(BIN)/veltrin demo

dev: $(STAMPS)/venv $(STAMPS)/npm ## work on it: API and page begun anew at every change, with the made-up players
	@tools/dev.sh

# Python, Node and Debian's packages come from different places: fetched side by side. Kernels compile for a minute on one
# processor: what needs none of them (linters, tests of the page) is done meanwhile.
SETUP := $(STAMPS)/web $(STAMPS)/packages warm

test: ## set up, lint, run all tests, headless Chromium and PostgreSQL included
	@$(MAKE) --no-print-directory -j4 $(SETUP) check-python check-web test-web
	$(BIN)/pytest -n 3 --dist worksteal

setup:
	@$(MAKE) --no-print-directory -j4 $(SETUP)

$(STAMPS)/venv: requirements.lock pyproject.toml
	@mkdir -p $(STAMPS)
	@$(PYTHON) -c 'import sys; sys.exit(0 if (3, 11) <= sys.version_info[:2] < (3, 13) else "Veltrin needs Python 3.11 or 3.12; set PYTHON=...")'
	$(PYTHON) -m venv .venv
	$(BIN)/python -m pip install --quiet --disable-pip-version-check 'uv==0.13.9'
	$(BIN)/uv pip sync --quiet --require-hashes requirements.lock
	$(BIN)/uv pip install --quiet --no-deps --no-build-isolation --editable .
	@touch $@

$(STAMPS)/npm: web/package-lock.json web/package.json
	@mkdir -p $(STAMPS)
	@command -v npm >/dev/null || { echo "Building the front end needs Node.js 20.19 or newer with npm. Install it, or install the wheel, which carries the built front end."; exit 1; }
	cd web && npm ci --silent
	@touch $@

$(STAMPS)/web: $(STAMPS)/venv $(STAMPS)/npm $(WEB_SOURCES)
	cd web && npm run --silent build -- --logLevel warn
	@touch $@

$(STAMPS)/packages:
	@mkdir -p $(STAMPS)
	@tools/packages.sh
	@touch $@

check: $(STAMPS)/web ## all linters, those of both languages side by side
	@$(MAKE) --no-print-directory -j2 check-python check-web

check-python: $(STAMPS)/venv
	$(BIN)/ruff check .
	$(BIN)/ruff format --check --quiet .
	$(BIN)/mypy
	$(BIN)/lint-imports --no-cache | tail -n 3

check-web: $(STAMPS)/npm
	cd web && npm run --silent types:check && npm run --silent lint && npm run --silent format

test-web: $(STAMPS)/npm
	cd web && npm run --silent test

warm: $(STAMPS)/venv # compile the kernels once, before many processes want them
	$(BIN)/python -m veltrin.service.house.warm

web: $(STAMPS)/web

bench: $(STAMPS)/web ## measure speed; prints, and saves tests/bench/results.json
	$(BIN)/python -m tests.bench.run

coverage: $(STAMPS)/venv warm ## which lines no test runs; without the browser. Compiled functions aren't counted
	$(BIN)/coverage erase
	$(BIN)/coverage run -m pytest -q -n 3 --dist worksteal tests/core tests/service tests/api tests/cli
	$(BIN)/coverage combine --quiet
	$(BIN)/coverage report

truth: $(STAMPS)/venv ## verdicts held to how often they are wrong, by simulation in full
	$(BIN)/python -m tests.truth

orders: $(STAMPS)/venv ## what lies worse costs more: every neighbour of the trade's orders
	$(BIN)/python -W ignore -m tests.orders

fuzz: $(STAMPS)/venv ## ask everything anything: make fuzz N=100000
	$(BIN)/python -W ignore -m tests.fuzz.run $(or $(N),100000)

faults: $(STAMPS)/venv ## kill it in the middle of everything, fill its disk: make faults N=40
	$(BIN)/python -m tests.faults.run $(or $(N),40)

flaky: $(STAMPS)/venv ## tests that start servers or watch a clock, again and again under load: make flaky N=20
	$(BIN)/python -m tests.flaky $(or $(N),20)

browsers: setup ## the shortest walk through Firefox: make browsers
	@tools/packages.sh firefox
	$(BIN)/python -W ignore -m tests.browsers

answers: $(STAMPS)/venv ## tell what differs from the answers that are kept; WRITE=1 keeps those of now
	$(BIN)/python -W ignore -m tests.answers $(if $(WRITE),--write)

docs: $(STAMPS)/venv $(STAMPS)/npm ## write schemas, method catalogue and TypeScript types anew
	$(BIN)/veltrin docs docs
	cd web && npm run --silent types

words: $(STAMPS)/venv $(STAMPS)/npm ## list every text that somebody can read: docs/words.md
	$(BIN)/python -m tests.words

calibration: $(STAMPS)/venv ## hold the model against what is published; writes docs/calibration.md. SET=FILE: by a calibration's numbers
	$(BIN)/python -m tests.calibration $(SET)

screenshots: setup ## take docs/screenshots anew from the demo
	$(BIN)/python -m tests.web.screenshots

wheel: $(STAMPS)/web ## build the wheel that carries the front end
	$(BIN)/uv build --wheel --quiet --no-build-isolation --out-dir dist .
	@ls dist/*.whl

clean:
	rm -rf .venv $(STAMPS) web/node_modules src/veltrin/web_dist dist
