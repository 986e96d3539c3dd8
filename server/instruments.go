package server

import (
	"context"
	"errors"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/sse"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/instrument"
)

// InstrumentView is an instrument and, where it is a practice one, its settings.
type InstrumentView struct {
	ID       string        `json:"id"`
	Name     string        `json:"name"`
	Kind     string        `json:"kind" enum:"length,angle"`
	Battery  int           `json:"battery"`
	Low      bool          `json:"low"`
	Unit     string        `json:"unit,omitempty"`
	Scale    string        `json:"scale,omitempty"`
	Practice *PracticeView `json:"practice,omitempty"`
}

// PracticeView is how good or bad a practice instrument is.
type PracticeView struct {
	Noise    float64 `json:"noise" minimum:"0" maximum:"10" doc:"inches or degrees, one standard deviation"`
	Bias     float64 `json:"bias" minimum:"-24" maximum:"24" doc:"added to every reading"`
	DelayMS  int     `json:"delayMs" minimum:"0" maximum:"10000"`
	Dropouts float64 `json:"dropouts" minimum:"0" maximum:"1" doc:"share of presses that bring nothing"`
	Battery  int     `json:"battery" minimum:"0" maximum:"100"`
	Unit     string  `json:"unit,omitempty" enum:",in,mm"`
	Scale    string  `json:"scale,omitempty" enum:",corner,deflection,mitre"`
}

// InstrumentList is what can be measured with.
type InstrumentList struct {
	Instruments []InstrumentView `json:"instruments"`
	Rooms       []string         `json:"rooms" doc:"that the practice instruments know"`
}

// ReadingEvent is a reading as it comes.
type ReadingEvent struct {
	Source  string `json:"source"`
	Kind    string `json:"kind" enum:"length,angle"`
	Text    string `json:"text" doc:"as it would be typed, with its unit"`
	Unit    string `json:"unit,omitempty"`
	Scale   string `json:"scale,omitempty"`
	Battery int    `json:"battery"`
	At      string `json:"at"`
	For     string `json:"for" doc:"the browser that asked; empty for all"`
}

// Pressed is what a practice instrument is held to.
type Pressed struct {
	Client string `json:"client" maxLength:"64"`
	Room   string `json:"room" maxLength:"200"`
	Index  int    `json:"index" minimum:"0" doc:"the wall, or the corner at its right end"`
	To     *int   `json:"to,omitempty" minimum:"0" doc:"the other corner of a diagonal"`
	Jamb   *Jamb  `json:"jamb,omitempty" doc:"what of an opening in the wall"`
}

// Jamb is what of an opening a practice instrument is held to.
type Jamb struct {
	Opening int    `json:"opening" minimum:"1" doc:"which of the wall's, from the left"`
	At      string `json:"at" enum:"from,sill,jamb_depth,top,bottom,left,right,rising,falling,top_left,top_right,bottom_right,bottom_left"`
}

func (s *server) instruments(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/instruments", "list-instruments", "What can be measured with"),
		func(ctx context.Context, _ *struct{}) (*Body[InstrumentList], error) {
			return &Body[InstrumentList]{s.instrumentList(ctx)}, nil
		})
	huma.Register(api, op(http.MethodPost, "/api/instruments/{id}/press", "press-instrument", "Take a reading with a practice instrument"),
		func(ctx context.Context, in *struct {
			ID   string `path:"id" maxLength:"64"`
			Body Pressed
		}) (*Body[struct{}], error) {
			p, err := s.practice(in.ID)
			if err != nil {
				return nil, err
			}
			if onlyJob(ctx) != "" && !slices.Contains(s.roomsFor(ctx, p), in.Body.Room) {
				return nil, noTarget(&instrument.NoTarget{Text: "there is no room " + clip(in.Body.Room) + " in this job that the practice instruments know",
					Remedy: "measure by hand here"})
			}
			to := -1
			if in.Body.To != nil {
				to = *in.Body.To
			}
			at := instrument.Target{Room: in.Body.Room, Wall: in.Body.Index, To: to}
			if j := in.Body.Jamb; j != nil {
				at.Jamb = instrument.Jamb{Opening: j.Opening, At: j.At}
			}
			if err := p.Press(at, s.clientOf(ctx, in.Body.Client)); err != nil {
				return nil, noTarget(err)
			}
			return &Body[struct{}]{}, nil
		})
	huma.Register(api, op(http.MethodPut, "/api/instruments/{id}", "set-instrument", "Make a practice instrument as good or bad as wanted"),
		func(ctx context.Context, in *struct {
			ID   string `path:"id" maxLength:"64"`
			Body PracticeView
		}) (*Body[InstrumentList], error) {
			p, err := s.practice(in.ID)
			if err != nil {
				return nil, err
			}
			b := in.Body
			if err := p.Set(instrument.Settings{Noise: b.Noise, Bias: b.Bias, Delay: time.Duration(b.DelayMS) * time.Millisecond, Dropouts: b.Dropouts,
				Battery: b.Battery,
				Unit:    measure.Unit(b.Unit), Scale: job.Scale(b.Scale)}); err != nil {
				return nil, noTarget(err)
			}
			return &Body[InstrumentList]{s.instrumentList(ctx)}, nil
		})
	sse.Register(api, huma.Operation{OperationID: "instrument-events", Method: http.MethodGet, Path: "/api/instruments/events",
		Summary: "Readings as they are taken"},
		map[string]any{"reading": ReadingEvent{}, "ready": InstrumentList{}},
		func(ctx context.Context, _ *struct{}, send sse.Sender) {
			all := make(chan instrument.Reading, 16)
			for _, src := range s.sources {
				c, leave := src.Listen()
				defer leave()
				go func() {
					for {
						select {
						case <-ctx.Done():
							return
						case r := <-c:
							select {
							case all <- r:
							case <-ctx.Done():
								return
							}
						}
					}
				}()
			}
			beat := time.NewTicker(20 * time.Second)
			defer beat.Stop()
			if send.Data(s.instrumentList(ctx)) != nil {
				return
			}
			for {
				var err error
				select {
				case <-ctx.Done():
					return
				case r := <-all:
					window, mine := meantFor(ctx, r.For)
					if !mine {
						continue
					}
					r.For = window
					err = send.Data(ReadingEvent{r.Source, string(r.Kind), r.Text, string(r.Unit), string(r.Scale), r.Battery, r.At.UTC().Format(time.RFC3339Nano), r.For})
				case <-beat.C:
					err = send.Data(s.instrumentList(ctx))
				}
				if err != nil {
					return
				}
			}
		})
}

func (s *server) instrumentList(ctx context.Context) InstrumentList {
	out := InstrumentList{Instruments: []InstrumentView{}, Rooms: []string{}}
	for _, src := range s.sources {
		i := src.Info()
		v := InstrumentView{ID: i.ID, Name: i.Name, Kind: string(i.Kind), Battery: i.Battery, Low: i.Battery < instrument.Low, Unit: string(i.Unit),
			Scale: string(i.Scale)}
		if p, ok := src.(*instrument.Practice); ok {
			t := p.Settings()
			v.Practice = &PracticeView{Noise: t.Noise, Bias: t.Bias, DelayMS: int(t.Delay / time.Millisecond), Dropouts: t.Dropouts, Battery: t.Battery,
				Unit: string(t.Unit), Scale: string(t.Scale)}
			out.Rooms = s.roomsFor(ctx, p)
		}
		out.Instruments = append(out.Instruments, v)
	}
	return out
}

// meantFor tells whether a reading goes to whoever listens, and to which of their windows: what
// a device asked for goes to that device, what the desk asked for to the desk. One that nobody
// asked for goes to all who are let in for the whole shop.
func meantFor(ctx context.Context, asked string) (window string, ok bool) {
	device, window, ofDevice := strings.Cut(asked, "/")
	d := deviceOf(ctx)
	switch {
	case asked == "":
		return "", onlyJob(ctx) == ""
	case d == nil:
		return asked, !ofDevice
	}
	return window, ofDevice && device == d.ID
}

// roomsFor are the rooms that a practice instrument knows and whoever asks may measure in: a
// device for one job alone those of that job.
func (s *server) roomsFor(ctx context.Context, p *instrument.Practice) []string {
	only := onlyJob(ctx)
	if only == "" {
		return p.Rooms()
	}
	out := []string{}
	j, _, err := s.store.Job(only)
	if err != nil {
		return out
	}
	for _, r := range j.Rooms {
		if slices.Contains(p.Rooms(), r.Title()) {
			out = append(out, r.Title())
		}
	}
	return out
}

// practice finds a practice instrument.
func (s *server) practice(id string) (*instrument.Practice, error) {
	for _, src := range s.sources {
		if p, ok := src.(*instrument.Practice); ok && src.Info().ID == id {
			return p, nil
		}
	}
	return nil, problem(http.StatusNotFound, "There is no such practice instrument here.",
		FieldProblem{Field: "id", Value: clip(id), Message: "not known", Remedy: "Start the program as gnomon demo --instruments."})
}

func noTarget(err error) error {
	var no *instrument.NoTarget
	if errors.As(err, &no) {
		return problem(http.StatusUnprocessableEntity, no.Text+".", FieldProblem{Field: "room", Message: no.Text, Remedy: no.Remedy})
	}
	return asProblem(err)
}
