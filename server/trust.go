package server

import (
	"embed"
	"html/template"
	"net/http"
	"strings"

	"gnomon/share"
)

const trustPath = "/trust"

//go:embed trust.html trust.css
var trustFiles embed.FS

var trustPage = template.Must(template.ParseFS(trustFiles, "trust.html"))

// trust answers what comes in the clear to a listener that is private: it gives the
// certificate with the steps to trust it, and sends everything else to the private line.
func trust(a *share.Authority, known func(r *http.Request, host string) bool) http.Handler {
	mux := http.NewServeMux()
	mux.HandleFunc("GET "+trustPath, func(w http.ResponseWriter, r *http.Request) {
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		_ = trustPage.Execute(w, map[string]string{"Join": "https://" + r.Host + "/join"}) // the device is gone if this fails
	})
	mux.HandleFunc("GET /trust.css", func(w http.ResponseWriter, r *http.Request) { http.ServeFileFS(w, r, trustFiles, "trust.css") })
	mux.HandleFunc("GET /gnomon-authority.crt", func(w http.ResponseWriter, _ *http.Request) {
		w.Header().Set("Content-Type", "application/x-x509-ca-cert")
		w.Header().Set("Content-Disposition", `attachment; filename="gnomon-authority.crt"`)
		_, _ = w.Write(a.DER())
	})
	mux.HandleFunc("/", func(w http.ResponseWriter, r *http.Request) {
		if r.Method != http.MethodGet || isAPI(r) {
			refuse(w, problem(http.StatusForbidden, "This goes over the private line only.",
				FieldProblem{Field: "address", Value: clip(r.Host), Message: "is in the clear", Remedy: "Use https://" + r.Host + "."}))
			return
		}
		http.Redirect(w, r, "https://"+r.Host+"/"+strings.TrimLeft(r.URL.RequestURI(), "/\\"), http.StatusFound)
	})
	return guard(known, mux)
}
