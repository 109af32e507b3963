# Everything works from a fresh clone with Python 3.11: the environment is made in .venv.
PYTHON ?= $(shell command -v python3.11 || command -v python3)
BIN := .venv/bin
PIP := $(BIN)/python -m pip install --quiet --disable-pip-version-check --constraint constraints.txt

.PHONY: demo test check format lint types contract tests screens bench clean

demo: .venv/compiled
	@$(BIN)/python scripts/system_libraries.py
	@$(BIN)/decimus demo

test: check

check: lint types contract tests

format: .venv/development
	$(BIN)/ruff format src tests benchmarks scripts
	$(BIN)/ruff check --fix src tests benchmarks scripts

lint: .venv/development
	$(BIN)/ruff format --check src tests benchmarks scripts
	$(BIN)/ruff check src tests benchmarks scripts

types: .venv/development
	$(BIN)/mypy

contract: .venv/development
	$(BIN)/lint-imports --no-cache

# Half of the work: two processes share it, each of which collects only what is its own.
HALF := tests/window tests/cli tests/test_benchmarks.py

# Asserts are not rewritten in every process; one that fails shows its values when run alone.
tests: .venv/development .venv/compiled
	@export QT_QPA_PLATFORM=offscreen; \
	$(BIN)/python -m pytest --assert=plain $(HALF) > .venv/half.txt 2>&1 & half=$$!; \
	$(BIN)/python -m pytest --assert=plain tests $(addprefix --ignore=,$(HALF)); rest=$$?; \
	wait $$half; half=$$?; cat .venv/half.txt; exit $$((half + rest))

screens: .venv/runtime
	QT_QPA_PLATFORM=offscreen $(BIN)/python scripts/screens.py docs/screenshots
	QT_QPA_PLATFORM=offscreen $(BIN)/python scripts/kinds_sheet.py docs/screenshots/kinds.png
	QT_QPA_PLATFORM=offscreen $(BIN)/python scripts/report_pages.py docs/screenshots/report.png

bench: .venv/development
	QT_QPA_PLATFORM=offscreen $(BIN)/python benchmarks/run.py

clean:
	rm -rf .venv demo-output

.venv/runtime: pyproject.toml constraints.txt
	@$(PYTHON) -c 'import sys; sys.exit(sys.version_info < (3, 11))' \
		|| { echo "Python 3.11 or later is needed; set PYTHON=/path/to/python3.11"; exit 1; }
	@test -x $(BIN)/python || $(PYTHON) -m venv .venv \
		|| { echo "Making the environment failed; on Debian: apt-get install python3-venv"; exit 1; }
	@$(BIN)/python scripts/system_libraries.py
	@$(PIP) --editable .
	@touch $@

# Where Python may not write beside the sources, it would compile them at every start.
.venv/compiled: .venv/runtime $(shell find src tests -name '*.py')
	@$(BIN)/python -m compileall -q src tests
	@touch $@

.venv/development: .venv/runtime
	@$(PIP) --editable '.[dev]'
	@touch $@
