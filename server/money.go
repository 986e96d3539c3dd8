package server

import (
	"bytes"
	"context"
	"encoding/json"
	"regexp"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/money"
	"gnomon/share"
)

// MoneyView is an amount ready to show, and the text to put back in its field. It is empty for devices that may not see what a job
// earns and costs.
type MoneyView struct {
	Cents int64  `json:"cents"`
	Text  string `json:"text" doc:"with the job's currency"`
	Typed string `json:"typed"`
}

func moneyView(c money.Cents, currency string) MoneyView {
	return MoneyView{Cents: int64(c), Text: c.Text(currency), Typed: c.String()}
}

// seesMoney tells whether the one who asks may see what a job earns and costs: the desk, and devices with full rights.
func seesMoney(ctx context.Context) bool {
	d := deviceOf(ctx)
	return d == nil || share.Rights(d.Rights) == share.Full
}

// All money leaves through MoneyView, and the shares of a price sheet beside it: as these are written in JSON.
var (
	amounts = regexp.MustCompile(`\{"cents":-?\d+,"text":"(?:[^"\\]|\\.)*","typed":"(?:[^"\\]|\\.)*"\}`)
	shares  = regexp.MustCompile(`"margin":"[^"]*","tax":"[^"]*"`)
)

// withoutMoney is JSON of ours with every amount empty.
func withoutMoney(b []byte) []byte {
	b = amounts.ReplaceAll(b, []byte(`{"cents":0,"text":"","typed":""}`))
	return shares.ReplaceAll(b, []byte(`"margin":"","tax":""`))
}

// forWhom gives JSON of ours as the one who asks may see it.
func forWhom(ctx context.Context, b []byte) []byte {
	if seesMoney(ctx) {
		return b
	}
	return withoutMoney(b)
}

// hideMoney takes amounts out of every answer to a device that may not see them.
func hideMoney(ctx huma.Context, _ string, v any) (any, error) {
	if seesMoney(ctx.Context()) {
		return v, nil
	}
	if _, is := v.([]byte); is { // a file, or put together by itself
		return v, nil
	}
	b, err := json.Marshal(v)
	if err != nil || !bytes.Contains(b, []byte(`"cents":`)) {
		return v, err
	}
	return json.RawMessage(withoutMoney(b)), nil
}
