// Package server is the thin shell around the core: it takes edits over HTTP,
// stores them, sends plans ready to typeset and draw, tells other browsers what
// changed, and serves the built web application. It computes nothing of the
// trade.
package server
