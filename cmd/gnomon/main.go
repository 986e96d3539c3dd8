// Gnomon takes a finish carpenter from a measured room to trim that fits.
package main

import (
	"errors"
	"fmt"
	"io"
	"os"
	"strings"

	"gnomon/core/job"
)

// version is set when a release is built.
var version = "0.1.0"

const usage = `Gnomon: from tape to saw.

  gnomon demo    [--addr 127.0.0.1:8484] [--db FILE] [--fresh] [--instruments] [--flats N] [--year JOBS] [--print] [--share …]
  gnomon serve   [--addr 127.0.0.1:8484] [--db FILE] [--share [--share-addr :8485] [--tls]] [--undo-steps 1000] [--undo-days 90]
  gnomon plan    --file JOB.json [--format text|json|csv]
  gnomon angles  --kind inside|outside|square --reading 91.5 --end left|right
                 [--pose upright|nested|flat] [--edge top|bottom] [--spring 38] [--saw SAW.json] [--format text|json]
  gnomon cope    --section-a A.csv --section-b B.csv --reading 92 [--back-cut-over 5] [--format text|json]
  gnomon cope    --file JOB.json --piece ID --end left|right [--format json|svg|dxf|pdf] [--paper letter|a4]
  gnomon fit     --section-a A.csv --section-b B.csv --reading 92 [--joint cope|mitre] [--made-for 90] [--back-cut 15] [--format text|json]
  gnomon fit     --file JOB.json [--format text|json]
  gnomon casing  --file SET.json [--format text|json]
  gnomon detail  NAME --file IN.json [--format text|json]    an odd place; gnomon detail --list names them and their fields
  gnomon learn   --file RECORDS.json [--format text|json]    what test cuts, fits, lengths and times say of saw, tape and hands
  gnomon nest    --file NEST.json [--seconds 2] [--format text|json]
  gnomon import  [--db FILE] JOB.json
  gnomon export  [--db FILE] JOB-ID
  gnomon backup  [--db FILE] FILE
  gnomon restore [--db FILE] FILE
  gnomon schema | openapi | version

- stands for standard input. Unusable input ends with 2 and one line that says why.
`

// errUsage is input that cannot be used: exit 2.
type errUsage struct{ msg string }

func (e errUsage) Error() string { return e.msg }

// errHelp is a command asked how it is called: usage on standard output, exit 0.
var errHelp = errors.New("help")

func main() {
	err := run(os.Args[1:], os.Stdin, os.Stdout, os.Stderr)
	if errors.Is(err, errHelp) {
		fmt.Print(usage)
		return
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "gnomon: "+job.Plain(strings.ReplaceAll(err.Error(), "\n", " ")))
		var u errUsage
		if errors.As(err, &u) {
			os.Exit(2)
		}
		os.Exit(1)
	}
}

func run(args []string, in io.Reader, out, errOut io.Writer) error {
	if len(args) == 0 {
		fmt.Fprint(errOut, usage)
		return errUsage{"no command given; try gnomon demo"}
	}
	cmd, args := args[0], args[1:]
	switch cmd {
	case "plan":
		return cmdPlan(args, in, out)
	case "angles":
		return cmdAngles(args, in, out)
	case "cope":
		return cmdCope(args, in, out)
	case "fit":
		return cmdFit(args, in, out)
	case "casing":
		return cmdCasing(args, in, out)
	case "detail":
		return cmdDetail(args, in, out)
	case "learn":
		return cmdLearn(args, in, out)
	case "nest":
		return cmdNest(args, in, out)
	case "schema":
		return cmdSchema(out)
	case "openapi":
		return cmdOpenAPI(out)
	case "serve":
		return cmdServe(args, out)
	case "demo":
		return cmdDemo(args, out)
	case "import":
		return cmdImport(args, in, out)
	case "export":
		return cmdExport(args, out)
	case "backup":
		return cmdBackup(args, out)
	case "restore":
		return cmdRestore(args, out)
	case "version", "--version":
		_, err := fmt.Fprintln(out, "gnomon "+version)
		return err
	case "help", "--help", "-h":
		_, err := fmt.Fprint(out, usage)
		return err
	}
	return errUsage{fmt.Sprintf("no command %q; gnomon help lists them", cmd)}
}
