package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"log/slog"
	"os"
	"os/signal"
	"path/filepath"
	"runtime"
	"runtime/debug"
	"strings"
	"sync"
	"syscall"
	"time"

	"github.com/go-chi/chi/v5"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/shop"
	"gnomon/demo"
	"gnomon/files"
	"gnomon/instrument"
	"gnomon/server"
	"gnomon/share"
	"gnomon/store"
	"gnomon/web"
)

// dataFile is where a database lies when no --db says otherwise.
func dataFile(name string) string {
	dir, err := os.UserConfigDir()
	if err != nil {
		return name
	}
	return filepath.Join(dir, "gnomon", name)
}

func dbFlag(f *flag.FlagSet, name string) *string { return f.String("db", dataFile(name), "") }

const (
	addrDefault  = "127.0.0.1:8484"
	shareDefault = ":8485"
)

// sharing are the flags by which the program listens on the local network.
type sharing struct {
	on, tls *bool
	addr    *string
}

func shareFlags(f *flag.FlagSet) sharing {
	return sharing{f.Bool("share", false, ""), f.Bool("tls", false, ""), f.String("share-addr", shareDefault, "")}
}

// open makes ready what the flags ask for. The certificate lies beside the database.
func (s sharing) open(db string) (server.Sharing, error) {
	if !*s.on {
		if *s.tls || *s.addr != shareDefault {
			return server.Sharing{}, errUsage{"--tls and --share-addr say how to share; add --share"}
		}
		return server.Sharing{}, nil
	}
	out := server.Sharing{On: true, Address: *s.addr, Names: server.NamesOf()}
	if *s.tls {
		a, err := share.OpenAuthority(strings.TrimSuffix(db, ".db")+".tls", out.Names, time.Now)
		if err != nil {
			return out, err
		}
		out.Authority = a
	}
	return out, nil
}

func openStore(path string) (*store.Store, error) {
	s, err := store.Open(path)
	return s, usable(err)
}

// usable makes of what is wrong with a file, or with what it lies on, input that cannot be used.
func usable(err error) error {
	var newer *store.Newer
	var unusable *store.Unusable
	var damaged *store.Damaged
	var inUse *store.InUse
	var full *store.Full
	if errors.As(err, &newer) || errors.As(err, &unusable) || errors.As(err, &damaged) || errors.As(err, &inUse) || errors.As(err, &full) {
		return errUsage{err.Error()}
	}
	return err
}

func cmdServe(args []string, out io.Writer) error {
	f := flags("serve")
	addr := f.String("addr", addrDefault, "")
	db := dbFlag(f, "gnomon.db")
	steps, days := f.Int("undo-steps", store.DefaultReach.Changes, ""), f.Int("undo-days", int(store.DefaultReach.Age/(24*time.Hour)), "")
	shared := shareFlags(f)
	if _, err := parse(f, args, 0); err != nil {
		return err
	}
	if *steps < 1 || *steps > mostUndone || *days < 1 || *days > mostUndone {
		return errUsage{fmt.Sprintf("--undo-steps %d, --undo-days %d: how far back a job can be undone is 1 to %d steps and days", *steps, *days, mostUndone)}
	}
	s, err := store.Open(*db)
	var unusable *store.Unusable
	if errors.As(err, &unusable) { // one that cannot be written may still be read
		if r, err2 := store.OpenToRead(*db); err2 == nil {
			s, err = r, nil
			fmt.Fprintf(out, "%s cannot be written (%s): what is in it can be read, printed and exported, and nothing changed.\n", *db, unusable.Why)
		}
	}
	if err != nil {
		return usable(err)
	}
	defer s.Close()
	s.SetReach(store.Reach{Changes: *steps, Age: time.Duration(*days) * 24 * time.Hour})
	sh, err := shared.open(*db)
	if err != nil {
		return err
	}
	return serve(s, *addr, sh, "/", nil, out)
}

// mostUndone are more steps, and more days, than anybody goes back.
const mostUndone = 100_000

// heapOver is how much, in percent of what is in use, the heap grows before it is swept: it
// serves from small machines too. An aim in bytes would have it sweep without end once a large
// job needs more than that. While little is in use it may grow by more: memory that is reserved and never
// touched counts as in use, and is not.
const (
	heapOver     = 80
	heapReserved = 32 << 20
)

func serve(s *store.Store, addr string, sh server.Sharing, page string, tools []instrument.Source, out io.Writer) error {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if os.Getenv("GOGC") == "" {
		debug.SetGCPercent(heapOver)
		reserved := make([]byte, heapReserved)
		defer runtime.KeepAlive(reserved)
	}
	var copies sync.WaitGroup
	copies.Go(func() { s.Daily(ctx, func(err error) { slog.Error("no copy of today could be kept", "why", err) }) })
	defer copies.Wait()
	defer stop()
	program := func(sh server.Sharing) server.Program {
		return server.New(server.Config{Store: s, Web: web.Files(), Sharing: sh, Version: version, Instruments: tools})
	}
	return server.Serve(ctx, addr, sh, program, func(desk string, sh server.Sharing) {
		fmt.Fprintf(out, "Gnomon is at http://%s%s\n", desk, page)
		if !sh.On {
			return
		}
		fmt.Fprintf(out, "On the local network it is at %s. Devices join with a code that the desk makes: http://%s/devices\n", strings.Join(sh.Texts(), " and "),
			desk)
		if sh.Authority == nil {
			fmt.Fprintln(out, server.ListenerSees)
		} else {
			fmt.Fprintf(out, "Each device trusts its certificate once: http://%s. Compare its number: %s\n", sh.TrustAt(), sh.Authority.Fingerprint())
		}
	})
}

// workedYear keeps the made-up jobs of a year, put away, with what their crew left of facts: once, in a shop that has none of them.
func workedYear(s *store.Store, jobs int) error {
	had, err := s.Jobs()
	if err != nil || jobs <= 0 || len(had) > 2 {
		return err
	}
	all, err := demo.Year(demo.YearOf(), jobs)
	if err != nil {
		return err
	}
	own := all[0].Clone()
	own.Rooms, own.Records, own.Layouts = nil, nil, nil
	for _, name := range demo.YearOf().People {
		own.People = append(own.People, job.Person{ID: strings.ToLower(name), Name: name})
	}
	if _, _, err := s.TakeShop(shop.Whole{Shop: own}); err != nil {
		return err
	}
	away := true
	for _, j := range all {
		id, err := s.TakeIn(j)
		if err != nil {
			return err
		}
		if err := s.PutJob(id, store.Put{Archived: &away}); err != nil {
			return err
		}
	}
	return nil
}

func cmdDemo(args []string, out io.Writer) error {
	f := flags("demo")
	addr := f.String("addr", addrDefault, "")
	db := dbFlag(f, "demo.db")
	fresh := f.Bool("fresh", false, "")
	practice := f.Bool("instruments", false, "")
	printIt := f.Bool("print", false, "")
	flats := f.Int("flats", 0, "")
	year := f.Int("year", 12, "")
	shared := shareFlags(f)
	if _, err := parse(f, args, 0); err != nil {
		return err
	}
	if *flats < 0 || *flats > job.MaxRooms {
		return errUsage{fmt.Sprintf("--flats %d: a block of flats has 1 to %d rooms here", *flats, job.MaxRooms)}
	}
	demos := []struct {
		id   string
		file []byte
	}{{demo.ID, demo.FerryHouse}}
	if *flats > 0 {
		demos = append(demos, struct {
			id   string
			file []byte
		}{demo.FlatsID, demo.Flats(*flats)})
	}
	if *printIt {
		_, err := out.Write(demos[len(demos)-1].file)
		return err
	}
	if *fresh {
		if err := store.Clear(*db); err != nil {
			return errUsage{"the old demo cannot be taken away: " + err.Error()}
		}
	}
	s, err := openStore(*db)
	if err != nil {
		return err
	}
	defer s.Close()
	for _, d := range demos {
		j, err := files.JobIn(d.file)
		if err != nil {
			return err
		}
		if err := s.CreateAs(d.id, j); err != nil {
			return err
		}
	}
	if err := workedYear(s, *year); err != nil {
		return err
	}
	sets, err := files.ReadRuleSets(demo.RuleSets, measure.UnitInch)
	if err != nil {
		return err
	}
	for _, k := range sets {
		if err := s.KeepRuleSet(store.RuleSet{Name: k.Name, Unit: measure.UnitInch, Rules: k.Rules}); err != nil {
			return err
		}
	}
	var tools []instrument.Source
	if *practice {
		rooms, err := instrument.ReadRooms(demo.TrueRooms)
		if err != nil {
			return err
		}
		tools = []instrument.Source{instrument.NewLaser(rooms, uint64(time.Now().UnixNano())), instrument.NewProtractor(rooms, uint64(time.Now().UnixNano()))}
	}
	sh, err := shared.open(*db)
	if err != nil {
		return err
	}
	return serve(s, *addr, sh, "/jobs/"+demo.ID+"/measure", tools, out)
}

func cmdImport(args []string, in io.Reader, out io.Writer) error {
	f := flags("import")
	db := dbFlag(f, "gnomon.db")
	words, err := parse(f, args, 1)
	if err != nil {
		return err
	}
	if len(words) == 0 {
		return errUsage{"import: no file; name a job file, or - for standard input"}
	}
	j, err := readJob(words[0], in)
	if err != nil {
		return err
	}
	return withStore(*db, func(s *store.Store) error {
		id, err := s.TakeIn(j)
		if err == nil {
			_, err = fmt.Fprintln(out, id)
		}
		return err
	})
}

func cmdExport(args []string, out io.Writer) error {
	f := flags("export")
	db := dbFlag(f, "gnomon.db")
	words, err := parse(f, args, 1)
	if err != nil {
		return err
	}
	if len(words) == 0 {
		return errUsage{"export: no job; give the JOB-ID that import printed"}
	}
	s, err := store.OpenToRead(*db)
	if err != nil {
		return usable(err)
	}
	defer s.Close()
	j, _, err := s.Job(words[0])
	if errors.Is(err, store.ErrNoJob) {
		return errUsage{fmt.Sprintf("export: no job %q in %s; the list of jobs in the browser shows them", words[0], *db)}
	}
	if err != nil {
		return err
	}
	return files.WriteJob(out, j)
}

func cmdBackup(args []string, out io.Writer) error {
	f := flags("backup")
	db := dbFlag(f, "gnomon.db")
	words, err := parse(f, args, 1)
	if err != nil {
		return err
	}
	if len(words) == 0 {
		return errUsage{"backup: no file; name the copy to write"}
	}
	if _, err := os.Stat(*db); err != nil {
		return errUsage{fmt.Sprintf("backup: there is no database %s; give --db", *db)}
	}
	if err := store.BackupFile(*db, words[0]); err != nil {
		return errUsage{err.Error()}
	}
	_, err = fmt.Fprintln(out, words[0])
	return err
}

func cmdRestore(args []string, out io.Writer) error {
	f := flags("restore")
	db := dbFlag(f, "gnomon.db")
	words, err := parse(f, args, 1)
	if err != nil {
		return err
	}
	if len(words) == 0 {
		return errUsage{"restore: no file; name the backup to bring back"}
	}
	r, err := store.Restore(words[0], *db)
	if err != nil {
		return errUsage{err.Error()}
	}
	if r.Kept != "" {
		fmt.Fprintf(out, "What was there lies in %s.\n", r.Kept)
	}
	jobs := fmt.Sprintf("%d jobs", r.Jobs)
	if r.Jobs == 1 {
		jobs = "1 job"
	}
	_, err = fmt.Fprintf(out, "%s is back from %s, with %s.\n", *db, words[0], jobs)
	return err
}

func withStore(db string, f func(*store.Store) error) error {
	s, err := openStore(db)
	if err != nil {
		return err
	}
	defer s.Close()
	return usable(f(s))
}

// cmdOpenAPI prints the description of the API, from which the browser's types
// are made when the web application is built.
func cmdOpenAPI(out io.Writer) error {
	b, err := server.API(chi.NewRouter(), server.Config{Version: version}).OpenAPI().MarshalJSON()
	if err != nil {
		return err
	}
	_, err = out.Write(append(b, '\n'))
	return err
}
