package server

import "gnomon/core/money"

// MoneyView is an amount ready to show, and the text to put back in its field.
type MoneyView struct {
	Cents int64  `json:"cents"`
	Text  string `json:"text" doc:"with the job's currency"`
	Typed string `json:"typed"`
}

func moneyView(c money.Cents, currency string) MoneyView {
	return MoneyView{Cents: int64(c), Text: c.Text(currency), Typed: c.String()}
}
