# Lamplight's workshop. `make demo` and `make test` are all that a stranger needs.
PORT ?= 8000
PYTHON ?= python3
BIN = .venv/bin

.PHONY: demo run test test-long lint css screenshots lock vendor bench reliability mutate

# Python compiles what it really imports, a tenth of what is installed.
.venv/.runtime: requirements.lock pyproject.toml
	@test -x $(BIN)/python || $(PYTHON) -m venv .venv
	@echo "Setting up Lamplight (once) ..."
	@$(BIN)/pip install -q --no-compile --disable-pip-version-check --require-hashes -r requirements.lock
	@echo "$(CURDIR)" > "$$($(BIN)/python -c 'import sysconfig; print(sysconfig.get_path("purelib"))')/lamplight.pth"
	@printf '#!/bin/sh\nexec "%s/.venv/bin/python" -m lamplight "$$@"\n' "$(CURDIR)" > $(BIN)/lamplight
	@chmod +x $(BIN)/lamplight
	@touch $@

.venv/.workshop: requirements-dev.lock .venv/.runtime
	@echo "Setting up the tests (once) ..."
	@$(BIN)/pip install -q --no-compile --disable-pip-version-check --require-hashes -r requirements-dev.lock
	@touch $@

demo: .venv/.runtime
	@$(BIN)/python -m lamplight demo --port $(PORT) $(if $(FRESH),--fresh)

run: .venv/.runtime
	@$(BIN)/python -m lamplight serve --port $(PORT) $(if $(DATA),--data "$(DATA)")

test: .venv/.workshop
	@sh tools/install_chromium.sh
	@$(BIN)/python -m tests

# Every test, nothing left to the draw, and twenty lives.
test-long: .venv/.workshop
	@sh tools/install_chromium.sh
	@LAMPLIGHT_LIVES=20 LAMPLIGHT_STEPS=200 LAMPLIGHT_LONG=1 LAMPLIGHT_BOOKS=500 $(BIN)/python -m tests

lint: .venv/.workshop
	@$(BIN)/ruff check . && $(BIN)/ruff format --check .
	@$(BIN)/mypy --strict lamplight/core && $(BIN)/mypy

css: node_modules/.package-lock.json .venv/.runtime
	@$(BIN)/python -m tools.build_css

node_modules/.package-lock.json: package-lock.json
	@npm ci --no-audit --no-fund

vendor: node_modules/.package-lock.json
	@$(BIN)/python -m tools.vendor

screenshots: .venv/.workshop
	@sh tools/install_chromium.sh
	@$(BIN)/python -m tools.take_screenshots

lock: .venv/.workshop
	$(BIN)/uv pip compile -q --python-version 3.11 --generate-hashes --no-emit-index-url --no-header -o requirements.lock requirements.in
	$(BIN)/uv pip compile -q --python-version 3.11 --generate-hashes --no-emit-index-url --no-header -o requirements-dev.lock requirements-dev.in

mutate: .venv/.workshop
	@$(BIN)/python -m tools.mutate $(MODULE) $(if $(SAMPLE),--sample $(SAMPLE))

reliability: .venv/.runtime
	@PYTHONPATH=. $(BIN)/python bench/reliability.py $(OPTIONS)

bench: .venv/.runtime
	@test -x build/bench/bin/python || $(PYTHON) -m venv build/bench
	@build/bench/bin/pip install -q --disable-pip-version-check --require-hashes -r requirements.lock
	@build/bench/bin/pip install -q --disable-pip-version-check -r bench/requirements.txt
	@PYTHONPATH=. build/bench/bin/python bench/forecast.py
	@PYTHONPATH=. build/bench/bin/python bench/speed.py
	@PYTHONPATH=. build/bench/bin/python bench/lamps.py
