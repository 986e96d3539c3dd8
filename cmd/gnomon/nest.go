package main

import (
	"context"
	"fmt"
	"io"
	"math"
	"time"

	"gnomon/core/nest"
	"gnomon/files"
)

// mostSeconds is how long a search may be asked to go on.
const mostSeconds = 3600

func cmdNest(args []string, in io.Reader, out io.Writer) error {
	f := flags("nest")
	file := f.String("file", "", "")
	format := f.String("format", "text", "")
	seconds := f.Float64("seconds", 2, "")
	if _, err := parse(f, args, 0); err != nil {
		return err
	}
	if *file == "" {
		return errUsage{"nest: nothing to fit; say --file NEST.json, or --file - for standard input"}
	}
	if err := oneOf("nest", "format", *format, "json", "text"); err != nil {
		return err
	}
	if !(*seconds > 0 && *seconds <= mostSeconds) || math.IsNaN(*seconds) {
		return errUsage{fmt.Sprintf("nest: --seconds %v: give more than 0 and at most %d", *seconds, mostSeconds)}
	}
	r, done, err := open(*file, in)
	if err != nil {
		return err
	}
	defer done()
	n, err := files.ReadNest(r)
	if err != nil {
		return errUsage{err.Error()}
	}
	// The effort bounds the search; on a machine too slow for it the clock does.
	ctx, stop := context.WithTimeout(context.Background(), time.Duration(*seconds*float64(time.Second)))
	defer stop()
	begin := time.Now()
	l, err := nest.Search(ctx, n.Problem, nest.Effort{Work: int64(*seconds * float64(nest.Second))})
	if err != nil {
		return errUsage{"nest: " + err.Error()}
	}
	if *format == "json" {
		return files.WriteNest(out, n, l, time.Since(begin).Seconds())
	}
	return files.WriteNestText(out, n, l)
}
