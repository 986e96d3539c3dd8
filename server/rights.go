package server

import (
	"context"
	"net/http"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/edit"
	"gnomon/share"
)

// may is who may call an operation.
type may struct {
	any  bool           // every device
	only []share.Rights // devices with one of these rights
	shop bool           // and only one that is for the whole shop
}

var (
	everyone  = may{any: true}
	measuring = may{only: []share.Rights{share.Measure, share.Full}}
	atSaw     = may{only: []share.Rights{share.Saw, share.Full}}
	fully     = may{only: []share.Rights{share.Full}}
	wholeShop = may{only: []share.Rights{share.Full}, shop: true}
	theDesk   = may{}
)

// whoMay tells it of every operation. One that is not here is the desk's alone, and a test
// fails. That what a device calls is of its own job is checked by the path; the steps of a
// change are looked at one by one.
var whoMay = map[string]may{
	"pair": everyone, "how-to-join": everyone, "get-me": everyone, "leave": everyone, "be-here": everyone,
	"list-jobs": everyone, "get-job": everyone, "tell-job": everyone, "find-in-job": everyone, "job-events": everyone,
	"get-pictures": everyone, "tell-news": everyone,
	"get-rack": everyone, "get-rulebook": everyone, "get-library": everyone, "one-corner": everyone, "judge-pair": everyone,
	"bench-mouldings": everyone, "bench-fit": everyone, "bench-wrong": everyone,
	"bench-details": everyone, "bench-detail": everyone, "bench-fields": everyone, "bench-cope": everyone, "bench-template": everyone,
	"get-joint": everyone, "get-cope": everyone, "export-template": everyone, "export-templates": everyone,
	"export-plan": everyone, "export-cut-list": everyone, "export-cut-sheet": everyone, "export-labels": everyone,
	"export-section": everyone,
	"survey-csv":     everyone, "export-schedule": everyone, "room-svg": everyone, "room-dxf": everyone,
	"get-fit": everyone, "list-instruments": everyone, "instrument-events": everyone,
	"change-job": everyone, "undo": everyone, "redo": everyone,

	"get-hang": everyone, "get-day": everyone, "export-calendar": everyone, "move-task": fully,

	"get-log": everyone, "get-book": everyone, "export-book": everyone, "export-facts": everyone, "closing-pdf": everyone,
	"get-offers": wholeShop, "take-offer": wholeShop, "leave-offer": wholeShop, "take-back-lesson": wholeShop, "offer-would-change": wholeShop,
	"get-shop-log":  wholeShop,
	"rename-person": theDesk, "forget-person": theDesk, "export-person": theDesk,

	"press-instrument": measuring, "preview-survey": measuring,
	"recut": atSaw, "set-order": atSaw, "try-order": atSaw,

	"get-quote": fully, "export-job": fully, "quote-pdf": fully, "shopping-pdf": fully, "shopping-csv": fully,
	"compare-shop": fully, "take-from-shop": fully, "leave-to-shop": fully,
	"take-survey": fully, "take-schedule": fully, "take-rule-set": fully, "try-rules": fully, "take-from-library": fully, "set-section": fully,
	"import-section": fully,
	"fit-sticks":     fully, "stop-fit": fully, "use-fit": fully, "try-move": fully, "move-piece": fully, "keep-off": fully, "rack-offcuts": fully,

	"put-job": wholeShop, "duplicate-job": wholeShop, "keep-in-shop": wholeShop, "bring-from-shop": wholeShop, "export-shop": wholeShop,
	"import-shop": wholeShop, "read-things": wholeShop,
	"create-job": wholeShop, "import-job": wholeShop, "keep-rule-set": wholeShop, "remove-rule-set": wholeShop,
	"add-offcut": wholeShop, "remove-offcut": wholeShop, "set-instrument": wholeShop,

	"list-copies": theDesk, "make-copy": theDesk, "keep-copies-in": theDesk, "get-copy": theDesk, "restore-copy": theDesk, "restore-backup": theDesk,
	"get-share": theDesk, "make-code": theDesk, "cancel-code": theDesk, "turn-away": theDesk,
}

// permit holds each operation against the rights of the device that calls it.
func permit(ctx huma.Context, next func(huma.Context)) {
	d := deviceOf(ctx.Context())
	if d == nil { // the desk, or a device that is just coming in
		next(ctx)
		return
	}
	m := whoMay[ctx.Operation().OperationID]
	job := ctx.Param("job")
	if job == "" { // at the bench it is asked for beside the path
		job = ctx.Query("job")
	}
	switch {
	case d.Job != "" && (m.shop || job != "" && job != d.Job):
		forbid(ctx, "This device was let in for one other job, and this is not of it.", "Ask the desk to let it in for the shop.")
	case !m.any && !slices.Contains(m.only, share.Rights(d.Rights)):
		forbid(ctx, "This device was let in to "+rightsText(d.Rights)+", not for this.", "Do it at the desk, or let the device in with more rights.")
	default:
		next(ctx)
	}
}

func rightsText(rights string) string {
	return map[string]string{"measure": "measure", "saw": "mark what is cut", "full": "do all of a job's work"}[rights]
}

func forbid(ctx huma.Context, detail, remedy string) {
	say(ctx, problem(http.StatusForbidden, detail, FieldProblem{Field: "device", Message: "may not do this", Remedy: remedy}))
}

// say answers with a problem before the operation is called.
func say(ctx huma.Context, p *Problem) {
	ctx.SetHeader("Content-Type", "application/problem+json")
	ctx.SetStatus(p.Status)
	_, _ = ctx.BodyWriter().Write(edit.Raw(p)) // whoever asked is gone if this fails
}

// allowed holds the steps of a change against the rights of who makes it.
func allowed(ctx context.Context, ops []edit.Op) error {
	d := deviceOf(ctx)
	if d == nil {
		return nil
	}
	rights := share.Rights(d.Rights)
	for _, o := range ops {
		if !rights.May(o) {
			thing := o.Kind
			if thing == "" {
				thing = o.Do
			}
			return problem(http.StatusForbidden, "This device was let in to "+rightsText(string(rights))+"; it may not change that.",
				FieldProblem{Field: "ops", Value: clip(thing), Message: "may not be changed from here",
					Remedy: "Change it at the desk, or let the device in with full rights."})
		}
	}
	return nil
}
