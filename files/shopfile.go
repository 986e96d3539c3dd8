package files

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/shop"
)

// ShopVersion is the shop file format that this program writes.
const ShopVersion = 1

// shopFile is a shop as a file has it: what jobs take stands in it as in a job file.
type shopFile struct {
	GnomonShop int             `json:"gnomon_shop"`
	Shop       json.RawMessage `json:"shop"`
	RuleSets   []shop.RuleSet  `json:"rule_sets"`
	Rack       []offcut        `json:"rack"`
}

// offcut is one with its lengths as texts.
type offcut struct {
	Name      string    `json:"name"`
	Kind      string    `json:"kind"`
	Height    job.Entry `json:"height"`
	Thickness job.Entry `json:"thickness"`
	Length    job.Entry `json:"length"`
	Note      string    `json:"note,omitempty"`
}

// WriteShop writes a shop file that reads back to the same shop.
func WriteShop(w io.Writer, s shop.Whole) error {
	var b bytes.Buffer
	if err := WriteJob(&b, s.Shop); err != nil {
		return err
	}
	out := shopFile{GnomonShop: ShopVersion, Shop: b.Bytes(), RuleSets: []shop.RuleSet{}, Rack: []offcut{}}
	for _, r := range s.RuleSets {
		job.Settle(&r.Rules, r.Unit)
		out.RuleSets = append(out.RuleSets, r)
	}
	for _, o := range s.Rack {
		out.Rack = append(out.Rack, offcut{o.Name, o.Kind, job.Written(o.Height, s.Shop.Unit), job.Written(o.Thickness, s.Shop.Unit),
			job.Written(o.Length, s.Shop.Unit), o.Note})
	}
	enc := json.NewEncoder(w)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", "  ")
	return enc.Encode(out)
}

// ReadShop reads a shop file whole, or not at all. The error is one line that names the thing, the value and the way out.
func ReadShop(r io.Reader) (shop.Whole, error) {
	var out shop.Whole
	b, err := whole(r, "shop file", "keep what is used")
	if err != nil {
		return out, err
	}
	var f shopFile
	format, err := shopFormat(b)
	if err != nil {
		return out, shopError(err)
	}
	if format == nil {
		return out, errors.New(`shop file: "gnomon_shop" is missing: this is no shop file; a job file is imported in the list of jobs`)
	}
	if v := *format; v < 1 || v > ShopVersion {
		return out,
			fmt.Errorf("shop file: format %d is not known here; this program reads formats 1 to %d: use the program that wrote it, or a newer one", v, ShopVersion)
	}
	dec := json.NewDecoder(bytes.NewReader(b))
	dec.DisallowUnknownFields()
	if err := dec.Decode(&f); err != nil {
		return out, shopError(err)
	}
	if out.Shop, err = JobIn(f.Shop); err != nil {
		return out, fmt.Errorf("shop file: %w", err)
	}
	for _, s := range f.RuleSets {
		if s.Unit == "" {
			s.Unit = out.Shop.Unit
		}
		if err := s.Rules.Complete(s.Unit); err != nil {
			return out, fmt.Errorf("shop file, rule set %q: %w", s.Name, err)
		}
		out.RuleSets = append(out.RuleSets, s)
	}
	for _, o := range f.Rack {
		c := shop.Offcut{Name: job.Plain(o.Name), Kind: o.Kind, Note: job.Plain(o.Note), Text: o.Length.Text}
		for _, l := range []struct {
			text string
			to   *measure.Length
		}{{o.Height.Text, &c.Height}, {o.Thickness.Text, &c.Thickness}, {o.Length.Text, &c.Length}} {
			e, err := job.Typed(l.text, out.Shop.Unit)
			if err != nil {
				return out, fmt.Errorf("shop file: %w", job.Unreadable("offcut "+o.Name, "length", l.text, err))
			}
			*l.to = e.Length
		}
		out.Rack = append(out.Rack, c)
	}
	if err := out.Check(); err != nil {
		return out, fmt.Errorf("shop file: %w", err)
	}
	return out, nil
}

func shopError(err error) error {
	words, _ := job.JSONWords(err)
	return fmt.Errorf("shop file: %s; see docs/job-file.md for what it holds", words)
}

// ReadThings reads what has saws and mouldings: a job file, or a shop file.
func ReadThings(r io.Reader) (job.Job, error) {
	b, err := whole(r, "file", "keep what is used")
	if err != nil {
		return job.Job{}, err
	}
	if format, err := shopFormat(b); err == nil && format != nil {
		w, err := ReadShop(bytes.NewReader(b))
		return w.Shop, err
	}
	return JobIn(b)
}

// shopFormat is the format that a shop file says it has; nil where it is no shop file.
func shopFormat(b []byte) (*int, error) {
	var head struct {
		GnomonShop *int `json:"gnomon_shop"`
	}
	err := json.Unmarshal(b, &head)
	return head.GnomonShop, err
}
