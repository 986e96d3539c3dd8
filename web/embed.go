// Package web holds the built web application, or a stand-in page until it is
// built.
package web

import (
	"embed"
	"io/fs"
)

//go:embed all:dist standin
var files embed.FS

// Files is the application: dist once it is built, else the stand-in.
func Files() fs.FS {
	dir := "standin"
	if _, err := fs.Stat(files, "dist/index.html"); err == nil {
		dir = "dist"
	}
	sub, err := fs.Sub(files, dir)
	if err != nil {
		panic(err) // both are embedded
	}
	return sub
}
