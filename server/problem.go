package server

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/cope"
	"gnomon/core/coping"
	"gnomon/core/detail"
	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/words"
	"gnomon/store"
)

// Problem is an error as the API tells it (RFC 9457), with the fields at fault.
type Problem struct {
	Title    string         `json:"title"`
	Status   int            `json:"status"`
	Detail   string         `json:"detail"`
	Errors   []FieldProblem `json:"errors,omitempty"`
	Conflict *Conflict      `json:"conflict,omitempty"`
}

// FieldProblem names a field, the value it had and the way out.
type FieldProblem struct {
	Field   string `json:"field"`
	Value   string `json:"value,omitempty"`
	Message string `json:"message"`
	Remedy  string `json:"remedy"`
}

// Conflict is what both people entered.
type Conflict struct {
	Thing  string `json:"thing"`
	Field  string `json:"field"`
	Yours  string `json:"yours"`
	Theirs string `json:"theirs"`
}

func (p *Problem) Error() string  { return p.Detail }
func (p *Problem) GetStatus() int { return p.Status }

// ContentType makes huma answer with problem+json.
func (p *Problem) ContentType(string) string { return "application/problem+json" }

func problem(status int, detail string, fields ...FieldProblem) *Problem {
	return &Problem{Title: http.StatusText(status), Status: status, Detail: detail, Errors: fields}
}

func init() {
	huma.DefaultArrayNullable = false // lists here are empty, never null
	// huma's own errors, of requests that do not fit the schema, take our shape.
	huma.NewError = func(status int, msg string, errs ...error) huma.StatusError {
		p := problem(status, msg)
		for _, err := range errs {
			f := FieldProblem{Message: fmt.Sprint(err), Remedy: "See /api/openapi.json for what belongs there."}
			var d *huma.ErrorDetail
			if errors.As(err, &d) {
				f.Field, f.Message = d.Location, d.Message
				if d.Value != nil {
					if b, err := json.Marshal(d.Value); err == nil {
						f.Value = clip(string(b))
					}
				}
			}
			p.Errors = append(p.Errors, f)
		}
		if len(p.Errors) == 0 {
			p.Errors = []FieldProblem{{Field: "request", Message: msg, Remedy: "See /api/openapi.json for what this address takes."}}
		}
		return p
	}
}

func clip(s string) string {
	if len(s) > 200 {
		return s[:200] + "…"
	}
	return s
}

// asProblem turns the errors of the core and the store into answers.
func asProblem(err error) error {
	var invalid *job.Invalid
	var conflict *edit.Conflict
	var missing *edit.Missing
	var parse *measure.ParseError
	var taken *store.OffcutTaken
	var over *store.PassedOver
	var since *edit.Since
	var full *store.Full
	var deleted *store.DeletedError
	var said *Problem
	var undrawn *coping.Undrawn
	var unfit *cope.Unfit
	var impossible *detail.Impossible
	switch {
	case err == nil:
		return nil
	case errors.As(err, &over):
		return problem(http.StatusConflict, words.Capital(over.Error())+".",
			FieldProblem{Field: "change", Message: over.Why.Error(), Remedy: "Undo again for the change before it."})
	case errors.As(err, &said): // in its words already
		return said
	case errors.As(err, &undrawn):
		return problem(http.StatusUnprocessableEntity, words.Capital(err.Error())+".", FieldProblem{Field: "moulding", Value: undrawn.Moulding,
			Message: "has measures only",
			Remedy:  "Draw its section, or take the nearest of the library, in Shop under Mouldings."})
	case errors.As(err, &impossible):
		return problem(http.StatusUnprocessableEntity, impossible.Error(), FieldProblem{Field: impossible.Thing, Value: impossible.Value,
			Message: words.Capital(impossible.Thing) + " " + impossible.Value + ": " + impossible.Reason, Remedy: words.Capital(impossible.Remedy)})
	case errors.As(err, &unfit):
		return problem(http.StatusUnprocessableEntity, words.Capital(unfit.Reason)+".", FieldProblem{Field: "joint", Message: unfit.Reason,
			Remedy: words.Capital(unfit.Remedy) + "."})
	case errors.As(err, &full):
		return problem(http.StatusInsufficientStorage,
			"The disk of the machine that Gnomon runs on is full. This was not kept; all that was kept before is whole, and can be read, printed and exported.",
			FieldProblem{Field: "disk", Message: "is full", Remedy: "Make room on that disk and do it again; nothing needs to be started anew."})
	case errors.Is(err, store.ErrReading):
		return problem(http.StatusForbidden, "This database can only be read: its file cannot be written. What is in it can be printed and exported.",
			FieldProblem{Field: "database", Message: "this database can only be read", Remedy: "At the desk, start Gnomon on a copy that can be written."})
	case errors.Is(err, context.Canceled):
		return problem(http.StatusServiceUnavailable, "Whoever asked for this has gone.", FieldProblem{Field: "request", Message: "was ended", Remedy: "Ask again."})
	case errors.As(err, &since):
		return problem(http.StatusConflict, words.Capital(since.Error())+".",
			FieldProblem{Field: "was", Message: since.Error(), Remedy: "Look at what was put there first."})
	case errors.As(err, &conflict):
		p := problem(http.StatusConflict, err.Error(), FieldProblem{Field: conflict.Field, Value: conflict.Yours, Message: err.Error(),
			Remedy: "Look at both values and enter the right one."})
		p.Conflict = &Conflict{conflict.Thing, conflict.Field, conflict.Yours, conflict.Theirs}
		return p
	case errors.As(err, &missing):
		return problem(http.StatusNotFound, err.Error(), FieldProblem{Field: "id", Value: missing.Thing, Message: "is not in this job, or no longer",
			Remedy: "Reload and choose again."})
	case errors.As(err, &invalid):
		return problem(http.StatusUnprocessableEntity, err.Error(), FieldProblem{Field: invalid.Field, Value: invalid.Value, Message: invalid.Reason,
			Remedy: invalid.Remedy})
	case errors.As(err, &parse):
		return problem(http.StatusUnprocessableEntity, err.Error(), FieldProblem{Field: parse.What, Value: parse.Text, Message: parse.Reason, Remedy: parse.Remedy})
	case errors.As(err, &taken):
		return problem(http.StatusConflict, words.Capital(err.Error())+".",
			FieldProblem{Field: "offcut", Value: taken.Name, Message: err.Error(), Remedy: "Fit that job's sticks again first."})
	case errors.Is(err, store.ErrNoOffcut):
		return problem(http.StatusNotFound, "That offcut is not on the rack any more.",
			FieldProblem{Field: "offcut", Message: "no such offcut", Remedy: "Reload and choose again."})
	case errors.Is(err, store.ErrNoRuleSet):
		return problem(http.StatusNotFound, err.Error(), FieldProblem{Field: "name", Message: "not kept", Remedy: "Choose one of the sets listed."})
	case errors.As(err, &deleted):
		return problem(http.StatusGone, words.Capital(deleted.Error())+".",
			FieldProblem{Field: "job", Message: "was deleted", Remedy: "Bring it back in the list of jobs."})
	case errors.Is(err, store.ErrNoJob):
		return problem(http.StatusNotFound, "There is no such job here; choose one from the list.",
			FieldProblem{Field: "job", Message: "no such job", Remedy: "See /api/jobs."})
	case errors.Is(err, store.ErrNothing):
		return problem(http.StatusConflict, "There is nothing of yours to undo or redo; go on.",
			FieldProblem{Field: "client", Message: "nothing to undo or redo", Remedy: "Make a change first."})
	}
	// What a database or a system says is for the desk's log: it names files and holds values.
	name := store.NewID("")[:6]
	slog.Error("a request failed", "name", name, "why", err)
	return problem(http.StatusInternalServerError, "Something went wrong here, and nothing was changed.",
		FieldProblem{Field: "server", Value: name, Message: "the desk's log says why, under " + name, Remedy: "Try again; if it stays, look in the log."})
}

// refuse answers outside huma, from middleware.
func refuse(w http.ResponseWriter, p *Problem) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(p.Status)
	_ = json.NewEncoder(w).Encode(p) // the client is gone if this fails
}
