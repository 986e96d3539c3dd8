package main

import (
	"bytes"
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"os/signal"
	"path/filepath"
	"syscall"
	"time"

	"github.com/go-chi/chi/v5"

	"gnomon/core/measure"
	"gnomon/demo"
	"gnomon/files"
	"gnomon/instrument"
	"gnomon/server"
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

const addrDefault = "127.0.0.1:8484"

func openStore(path string) (*store.Store, error) {
	s, err := store.Open(path)
	var newer *store.Newer
	if errors.As(err, &newer) {
		return nil, errUsage{err.Error()}
	}
	return s, err
}

func cmdServe(args []string, out io.Writer) error {
	f := flags("serve")
	addr := f.String("addr", addrDefault, "")
	db := dbFlag(f, "gnomon.db")
	if _, err := parse(f, args, 0); err != nil {
		return err
	}
	s, err := openStore(*db)
	if err != nil {
		return err
	}
	defer s.Close()
	return serve(s, *addr, "/", nil, out)
}

func serve(s *store.Store, addr, page string, tools []instrument.Source, out io.Writer) error {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	h := server.New(server.Config{Store: s, Web: web.Files(), Hosts: server.HostsOf(addr), Version: version, Instruments: tools})
	return server.Serve(ctx, addr, h, func(at string) { fmt.Fprintf(out, "Gnomon is at http://%s%s\n", at, page) })
}

func cmdDemo(args []string, out io.Writer) error {
	f := flags("demo")
	addr := f.String("addr", addrDefault, "")
	db := dbFlag(f, "demo.db")
	fresh := f.Bool("fresh", false, "")
	practice := f.Bool("instruments", false, "")
	printIt := f.Bool("print", false, "")
	if _, err := parse(f, args, 0); err != nil {
		return err
	}
	if *printIt {
		_, err := out.Write(demo.FerryHouse)
		return err
	}
	if *fresh {
		for _, end := range []string{"", "-wal", "-shm"} {
			if err := os.Remove(*db + end); err != nil && !errors.Is(err, os.ErrNotExist) {
				return fmt.Errorf("the old demo cannot be taken away: %w; stop the program that has it open", err)
			}
		}
	}
	j, err := files.ReadJob(bytes.NewReader(demo.FerryHouse))
	if err != nil {
		return err
	}
	s, err := openStore(*db)
	if err != nil {
		return err
	}
	defer s.Close()
	if err := s.CreateAs(demo.ID, j); err != nil {
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
	return serve(s, *addr, "/jobs/"+demo.ID+"/measure", tools, out)
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
		id, err := s.Create(j)
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
	return withStore(*db, func(s *store.Store) error {
		j, _, err := s.Job(words[0])
		if errors.Is(err, store.ErrNoJob) {
			return errUsage{fmt.Sprintf("export: no job %q in %s; the list of jobs in the browser shows them", words[0], *db)}
		}
		if err != nil {
			return err
		}
		return files.WriteJob(out, j)
	})
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
	return withStore(*db, func(s *store.Store) error {
		if err := s.Backup(words[0]); err != nil {
			return errUsage{err.Error()}
		}
		_, err := fmt.Fprintln(out, words[0])
		return err
	})
}

func withStore(db string, f func(*store.Store) error) error {
	s, err := openStore(db)
	if err != nil {
		return err
	}
	defer s.Close()
	return f(s)
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
