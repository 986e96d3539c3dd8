// Package files reads and writes the open formats: the job file (JSON, with its
// schema), and the plan as JSON, CSV and text for scripts and printers.
package files
