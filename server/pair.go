package server

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/words"
	"gnomon/files"
	"gnomon/share"
	"gnomon/store"
)

const pairPath = "/api/pair"

// Me is who asks: the desk, or a device with what it may do.
type Me struct {
	Desk    bool   `json:"desk"`
	Device  string `json:"device,omitempty" doc:"its name"`
	Rights  string `json:"rights" enum:"measure,saw,full"`
	Job     string `json:"job,omitempty" doc:"the only job it is for; none is the whole shop"`
	Until   string `json:"until,omitempty"`
	Sharing bool   `json:"sharing" doc:"the program listens on the local network"`
	Reading bool   `json:"reading,omitempty" doc:"the database cannot be written: it is only read"`
}

// Digits are what a device joins with.
type Digits struct {
	Code string `json:"code" minLength:"1" maxLength:"20"`
}

// Joining is what a code is.
type Joining struct {
	Digits int `json:"digits" enum:"8,12" doc:"twelve while somebody guesses at codes"`
}

// Joined is the answer to a good code.
type Joined struct {
	Cookie http.Cookie `header:"Set-Cookie"`
	Body   Me
}

// CodeAsk is whom to let in, to what and for how long.
type CodeAsk struct {
	Name   string `json:"name" minLength:"1" maxLength:"60" doc:"what the device is called: Nell’s phone"`
	Rights string `json:"rights" enum:"measure,saw,full"`
	Job    string `json:"job,omitempty" maxLength:"64" doc:"the only job it is for; none is the whole shop"`
	Days   int    `json:"days" minimum:"1" maximum:"366"`
}

// CodeView is an open code.
type CodeView struct {
	ID     string `json:"id"`
	Digits string `json:"digits"`
	Name   string `json:"name"`
	Rights string `json:"rights"`
	Job    string `json:"job,omitempty"`
	Until  string `json:"until"`
	Left   int    `json:"left" doc:"seconds"`
}

// DeviceView is a device that was let in.
type DeviceView struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Rights string `json:"rights"`
	Job    string `json:"job,omitempty"`
	Until  string `json:"until"`
	Seen   string `json:"seen"`
	Gone   bool   `json:"gone,omitempty" doc:"turned away; that could not be written yet"`
}

// QRView is a code for cameras: a path of unit squares, and how many there are a side.
type QRView struct {
	Size int    `json:"size"`
	Path string `json:"path"`
}

// AddressView is an address that devices may reach the program by.
type AddressView struct {
	Text  string  `json:"text"`
	Join  QRView  `json:"join" doc:"opens the page that asks for a code; the code is not in it"`
	Trust *QRView `json:"trust,omitempty" doc:"opens the page with the certificate"`
}

// ShareView is how the program is shared.
type ShareView struct {
	On          bool          `json:"on"`
	Private     bool          `json:"private" doc:"over TLS"`
	Fingerprint string        `json:"fingerprint,omitempty"`
	Caution     string        `json:"caution,omitempty" doc:"what who listens on the network could see"`
	Addresses   []AddressView `json:"addresses"`
	Guessing    bool          `json:"guessing" doc:"somebody guesses at codes: they are longer for now"`
	Codes       []CodeView    `json:"codes"`
	Devices     []DeviceView  `json:"devices"`
}

// ListenerSees is the caution: what goes over the network when it is not private.
const ListenerSees = "Anyone who listens on this network can read all that passes: rooms, prices, names, and what a device is known by, with which they " +
	"could act in its name until it is turned away. Start with --share --tls on any network that is not yours alone. Phones also keep pages for work out of " +
	"reach only over a private line."

func (s *server) pairing(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/me", "get-me", "Who asks, and what it may do"), func(ctx context.Context, _ *struct{}) (*Body[Me], error) {
		return &Body[Me]{s.me(deviceOf(ctx))}, nil
	})
	huma.Register(api, op(http.MethodGet, pairPath, "how-to-join", "How many digits a code has"), func(context.Context, *struct{}) (*Body[Joining], error) {
		return &Body[Joining]{Joining{s.codes.Digits(time.Now())}}, nil
	})
	huma.Register(api, op(http.MethodPost, pairPath, "pair", "Join with a code from the desk"), s.pair)
	huma.Register(api, op(http.MethodPost, "/api/leave", "leave", "Be forgotten: this device must join anew"),
		func(ctx context.Context, _ *struct{}) (*struct{}, error) {
			d := deviceOf(ctx)
			if d == nil {
				return nil, problem(http.StatusConflict, "The desk cannot leave.",
					FieldProblem{Field: "device", Message: "is the desk", Remedy: "Turn devices away one by one."})
			}
			return nil, asProblem(s.turnAway(d.ID))
		})
	huma.Register(api, op(http.MethodGet, "/api/share", "get-share", "How the program is shared, and with whom"),
		func(context.Context, *struct{}) (*Body[ShareView], error) {
			return s.shareView()
		})
	huma.Register(api, op(http.MethodPost, "/api/share/codes", "make-code", "Make a code that lets one device in"),
		func(_ context.Context, in *struct{ Body CodeAsk }) (*Body[ShareView], error) {
			if !s.sharing.On {
				return nil, problem(http.StatusConflict, "Gnomon is not shared: no device could reach it.",
					FieldProblem{Field: "share", Message: "is off", Remedy: "Start it as gnomon serve --share."})
			}
			name := strings.TrimSpace(in.Body.Name)
			if name == "" {
				return nil, problem(http.StatusUnprocessableEntity, "Give the device a name.",
					FieldProblem{Field: "name", Message: "is empty", Remedy: "Call it what you call it: Nell’s phone."})
			}
			if in.Body.Job != "" {
				if _, err := s.store.Revision(in.Body.Job); err != nil {
					return nil, asProblem(err)
				}
			}
			now := time.Now()
			s.codes.Make(share.Grant{Name: name, Rights: share.Rights(in.Body.Rights), Job: in.Body.Job, Until: now.AddDate(0, 0, in.Body.Days)}, now)
			return s.shareView()
		})
	huma.Register(api, op(http.MethodDelete, "/api/share/codes/{id}", "cancel-code", "Close a code that nobody has used"), func(_ context.Context, in *struct {
		ID string `path:"id" maxLength:"64"`
	}) (*Body[ShareView], error) {
		s.codes.Cancel(in.ID)
		return s.shareView()
	})
	huma.Register(api, op(http.MethodDelete, "/api/share/devices/{id}", "turn-away", "Turn a device away, at once"), func(_ context.Context, in *struct {
		ID string `path:"id" maxLength:"64"`
	}) (*Body[ShareView], error) {
		if err := s.turnAway(in.ID); errors.Is(err, store.ErrNoDevice) {
			return nil, problem(http.StatusNotFound, "There is no such device; it may be gone already.",
				FieldProblem{Field: "id", Value: clip(in.ID), Message: "not known", Remedy: "Reload and look again."})
		} else if err != nil {
			var late *notWritten // it is turned away all the same; the list says so
			if !errors.As(err, &late) {
				return nil, asProblem(err)
			}
		}
		return s.shareView()
	})
}

// FromWhom is where a request comes from, and by what the device is known already.
type FromWhom struct {
	address string
	private bool
	known   string // the hash of its cookie
}

// Resolve notes it.
func (f *FromWhom) Resolve(ctx huma.Context) []error {
	host, _, err := net.SplitHostPort(ctx.RemoteAddr())
	if err != nil {
		host = ctx.RemoteAddr()
	}
	f.address, f.private = host, ctx.TLS() != nil
	if all, err := http.ParseCookie(ctx.Header("Cookie")); err == nil {
		for _, c := range all {
			if c.Name == cookieOf(f.private) {
				f.known = share.Hash(c.Value)
			}
		}
	}
	return nil
}

func (s *server) pair(_ context.Context, in *struct {
	FromWhom
	Body Digits
}) (*Joined, error) {
	now := time.Now()
	g, err := s.codes.Use(in.Body.Code, in.address, now)
	var no *share.Refusal
	if errors.As(err, &no) {
		status := http.StatusForbidden
		if no.ShutOut {
			status = http.StatusTooManyRequests
		}
		slog.Warn("a code was refused", "from", in.address, "shut out", no.ShutOut)
		p := problem(status, words.Capital(no.Error())+".", FieldProblem{Field: "code", Message: no.Error(), Remedy: "Ask at the desk for a new one."})
		if no.ShutOut {
			return nil, huma.ErrorWithHeaders(p, http.Header{"Retry-After": {strconv.Itoa(int(no.Wait/time.Second) + 1)}})
		}
		return nil, p
	}
	if err != nil {
		return nil, asProblem(err)
	}
	secret := share.Secret()
	d := store.Device{ID: store.NewID("d"), Name: g.Name, Rights: string(g.Rights), Job: g.Job, Token: share.Hash(secret), Made: now, Until: g.Until, Seen: now}
	if err := s.store.AddDevice(d); err != nil {
		return nil, asProblem(err)
	}
	if f, err := s.store.DeviceOf(in.known); err == nil { // it is let in anew: what it was before is over
		if err := s.turnAway(f.ID); err != nil {
			slog.Warn("what a device was before it joined anew still stands", "device", f.ID, "why", err)
		}
	}
	slog.Info("a device joined", "device", d.ID, "name", d.Name, "rights", d.Rights, "from", in.address)
	return &Joined{Cookie: http.Cookie{Name: cookieOf(in.private), Value: secret, Path: "/", HttpOnly: true, Secure: in.private, SameSite: http.SameSiteStrictMode,
		Expires: g.Until, MaxAge: int(time.Until(g.Until).Seconds())}, Body: s.me(&d)}, nil
}

func (s *server) me(d *store.Device) Me {
	if d == nil {
		return Me{Desk: true, Rights: string(share.Full), Sharing: s.sharing.On, Reading: s.store.Reading()}
	}
	return Me{Device: d.Name, Rights: d.Rights, Job: d.Job, Until: when(d.Until), Sharing: true, Reading: s.store.Reading()}
}

func (s *server) shareView() (*Body[ShareView], error) {
	v := ShareView{On: s.sharing.On, Addresses: []AddressView{}, Codes: []CodeView{}, Devices: []DeviceView{}}
	if v.On {
		v.Private = s.sharing.Authority != nil
		if v.Private {
			v.Fingerprint = s.sharing.Authority.Fingerprint()
		} else {
			v.Caution = ListenerSees
		}
		for _, at := range s.sharing.addresses() {
			a := AddressView{Text: at.String()}
			var err error
			if a.Join, err = qrOf(at.String() + "/join"); err != nil {
				return nil, asProblem(err)
			}
			if v.Private {
				t, err := qrOf("http://" + at.Host + trustPath)
				if err != nil {
					return nil, asProblem(err)
				}
				a.Trust = &t
			}
			v.Addresses = append(v.Addresses, a)
		}
	}
	now := time.Now()
	v.Guessing = s.codes.Guessing(now)
	for _, c := range s.codes.Open(now) {
		v.Codes = append(v.Codes, CodeView{c.ID, inFours(c.Digits), c.Grant.Name, string(c.Grant.Rights), c.Grant.Job, when(c.Until),
			int(c.Until.Sub(now).Seconds())})
	}
	ds, err := s.store.Devices()
	if err != nil {
		return nil, asProblem(err)
	}
	for _, d := range ds {
		v.Devices = append(v.Devices, DeviceView{d.ID, d.Name, d.Rights, d.Job, when(d.Until), when(d.Seen), s.sessions.isEnded(d.ID)})
	}
	return &Body[ShareView]{v}, nil
}

// inFours sets digits apart as they are read out.
func inFours(digits string) string {
	var out []string
	for part := range slices.Chunk([]rune(digits), 4) {
		out = append(out, string(part))
	}
	return strings.Join(out, " ")
}

// qrOf is a text as a code for cameras.
func qrOf(text string) (QRView, error) {
	side, runs, err := files.Code(text)
	var b strings.Builder
	for _, r := range runs {
		fmt.Fprintf(&b, "M%d %dh%dv1h-%dz", r.X, r.Y, r.Wide, r.Wide)
	}
	return QRView{side, b.String()}, err
}
