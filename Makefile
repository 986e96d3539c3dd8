# Gnomon. `make demo` and `make test` install what they need on Debian.

GO      ?= go
BIN     := bin/gnomon
WEB     := $(shell find web/src web/public web/index.html web/vite.config.ts web/package-lock.json web/tsconfig.json -type f ! -name '*.gen.d.ts' ! -name openapi.json 2>/dev/null)
GOSRC   := $(shell find cmd core store server share files instrument demo web/embed.go -name '*.go' -o -name '*.sql' -o -name '*.json' -o -name '*.ttf' -o -name '*.html' -o -name '*.css' 2>/dev/null)

export CGO_ENABLED = 0

.PHONY: demo build test lint test-go test-web test-e2e chromium screenshots figures bench speed fitting fit closing faults learning mutate clean

demo: build
	$(BIN) demo $(if $(ADDR),--addr $(ADDR))

build: $(BIN)

$(BIN): web/dist/index.html $(GOSRC) go.mod go.sum
	$(GO) build -trimpath -ldflags "-s -w" -o $@ ./cmd/gnomon

web/node_modules/.installed: web/package-lock.json
	cd web && npm ci --ignore-scripts --no-audit --no-fund
	touch $@

# The browser's types come from the Go types: an API the pages no longer fit
# fails the type check.
web/src/api/schema.gen.d.ts: web/node_modules/.installed $(GOSRC)
	$(GO) run ./cmd/gnomon openapi > web/src/api/openapi.json
	cd web && npm run --silent types

web/dist/index.html: web/node_modules/.installed web/src/api/schema.gen.d.ts $(WEB)
	cd web && npm run --silent check && npm run --silent build

# A browser, and what makes other hosts on this machine.
chromium:
	@command -v chromium >/dev/null && command -v ip >/dev/null || (apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends chromium iproute2)

test: lint test-go test-web test-e2e

# The linter, of this version, under bin.
LINT := bin/golangci-lint-v2.15.0
$(LINT):
	GOBIN=$(CURDIR)/bin $(GO) install github.com/golangci/golangci-lint/v2/cmd/golangci-lint@v2.15.0
	mv bin/golangci-lint $@

lint: $(LINT)
	$(LINT) run --max-issues-per-linter 0 --max-same-issues 0 ./...

test-go:
	$(GO) vet ./...
	$(GO) test . ./cmd/... ./core/... ./store/... ./server/... ./files/... ./instrument/... ./demo/... ./share/...
	$(GO) test ./core/measure -run '^$$' -fuzz FuzzParseLength -fuzztime 40000x
	$(GO) test ./core/measure -run '^$$' -fuzz FuzzParseSlope -fuzztime 40000x
	$(GO) test ./files -run '^$$' -fuzz FuzzReadSurveyCSV -fuzztime 6000x
	$(GO) test ./cmd/gnomon -run '^$$' -fuzz FuzzCope -fuzztime 2000x -parallel 1
	$(GO) test ./cmd/gnomon -run '^$$' -fuzz FuzzCasing -fuzztime 2000x -parallel 1
	$(GO) test ./cmd/gnomon -run '^$$' -fuzz FuzzDetail -fuzztime 4000x -parallel 1
	$(GO) test ./files -run '^$$' -fuzz FuzzReadScheduleCSV -fuzztime 2000x
	$(GO) test ./files -run '^$$' -fuzz FuzzReadSection -fuzztime 6000x

test-web: web/node_modules/.installed web/src/api/schema.gen.d.ts
	cd web && npm run --silent check && npm run --silent test && npm run --silent lint && npm run --silent build

test-e2e: chromium build
	$(GO) test -count=1 -timeout 15m ./e2e -binary $(CURDIR)/$(BIN)

# Takes the pictures of the README from the demo.
screenshots: chromium build
	$(GO) test -count=1 ./e2e -binary $(CURDIR)/$(BIN) -run TestScreenshots -screenshots $(CURDIR)/docs/screenshots

# Prints sizes and times of the running program.
figures: chromium build
	$(GO) test -count=1 -v ./e2e -binary $(CURDIR)/$(BIN) -run TestFigures -figures

bench:
	$(GO) test ./core/plan ./core/nest ./core/quote ./core/survey -run '^$$' -bench . -benchmem

# Makes the tables of docs/speed.md again: some minutes. OLD=1 measures a program of before jobs were told in parts.
speed: chromium build
	$(GO) test -count=1 -timeout 30m -v ./e2e -binary $(CURDIR)/$(BIN) -run 'TestSpeed' -speed $(if $(OLD),-whole)
	for crowd in 25 100; do $(GO) test -count=1 -v ./e2e -binary $(CURDIR)/$(BIN) -run TestManyDevices -crowd $$crowd -edits 60s; done
	$(GO) test ./core/plan ./core/edit ./server -run '^$$' -bench 'OneCorner|OneMark' -benchmem

# Makes the tables of docs/fitting.md again: half an hour on one core.
fitting:
	GOMAXPROCS=1 $(GO) test ./core/nest -run TestFigures -figures -timeout 90m -v

# Makes the table of docs/fit.md again.
fit:
	$(GO) test ./core/fit -run TestFigures -figures

# Makes the table of docs/closing.md again: some minutes.
closing:
	$(GO) test ./core/survey -run TestFigures -figures -timeout 60m -v

# Makes the figures of docs/learning.md again: some minutes. With SHOPS over 50 the shops whose saw is off work four years: half an hour.
learning:
	$(GO) test ./core/lesson -run TestShops -shops $(or $(SHOPS),40) -v -timeout 90m

# Makes the figures of docs/faults.md again: ten minutes or so.
faults: chromium build
	$(GO) test -count=1 -timeout 60m -v ./e2e -binary $(CURDIR)/$(BIN) -run 'TestKilledWhileOthersWrite|TestCutOffWhileMarking|TestManyDevices|TestAStrangerHoldsLines|TestCostlyWork|TestKeepingByThePage|TestKilledUpgrade|TestAFullDisk' -kills 200 -cutoffs 200 -edits 60s -drip 60s -imports 20 -stops 40
	UNDO_STEPS=10000 $(GO) test -count=1 -timeout 60m -v ./store -run 'TestUndoToTheStart|TestTwoUndoToTheStart|TestUndoTakesNothingFromOthers|TestNoBackupOfADamagedDatabase'

# Plans mutated job files for ten minutes and tells of the slowest.
mutate:
	$(GO) test -count=1 -timeout 20m -v ./files -run TestMutatedJobFiles -mutate 10m

clean:
	rm -rf bin web/node_modules web/dist/assets web/dist/index.html web/src/api/*.gen.d.ts web/src/api/openapi.json
