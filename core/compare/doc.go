// Package compare tells two plans apart: what a change would have cut or hung otherwise, what a
// way of deciding comes to, and what became of pieces while a device was out of reach.
package compare
