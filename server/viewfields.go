package server

import (
	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/job"
)

// The views that tell the fields of their things as they are.

func (v ToolsView) MarshalJSON() ([]byte, error) { type plain ToolsView; return v.of.beside(plain(v)) }
func (ToolsView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Tools]{}.schema(r, s)
}

func (v PersonView) MarshalJSON() ([]byte, error) {
	type plain PersonView
	return v.of.beside(plain(v))
}
func (PersonView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Person]{}.schema(r, s)
}

func (v InstrumentOfView) MarshalJSON() ([]byte, error) {
	type plain InstrumentOfView
	return v.of.beside(plain(v))
}
func (InstrumentOfView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Instrument]{}.schema(r, s)
}

func (v NailView) MarshalJSON() ([]byte, error) { type plain NailView; return v.of.beside(plain(v)) }
func (NailView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Nail]{}.schema(r, s)
}

func (v RoomView) MarshalJSON() ([]byte, error) { type plain RoomView; return v.of.beside(plain(v)) }
func (RoomView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Room]{}.schema(r, s)
}

func (v WallView) MarshalJSON() ([]byte, error) { type plain WallView; return v.of.beside(plain(v)) }
func (WallView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Wall]{}.schema(r, s)
}

func (v WallLengthView) MarshalJSON() ([]byte, error) {
	type plain WallLengthView
	return v.of.beside(plain(v))
}
func (WallLengthView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.WallLength]{}.schema(r, s)
}

func (v CornerView) MarshalJSON() ([]byte, error) {
	type plain CornerView
	return v.of.beside(plain(v))
}
func (CornerView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Corner]{}.schema(r, s)
}

func (v ReadingView) MarshalJSON() ([]byte, error) {
	type plain ReadingView
	return v.of.beside(plain(v))
}
func (ReadingView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Reading]{}.schema(r, s)
}

func (v DiagonalView) MarshalJSON() ([]byte, error) {
	type plain DiagonalView
	return v.of.beside(plain(v))
}
func (DiagonalView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Diagonal]{}.schema(r, s)
}

func (v OpeningView) MarshalJSON() ([]byte, error) {
	type plain OpeningView
	return v.of.beside(plain(v))
}
func (OpeningView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Opening]{}.schema(r, s)
}

func (v SpotView) MarshalJSON() ([]byte, error) { type plain SpotView; return v.of.beside(plain(v)) }
func (SpotView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Spot]{}.schema(r, s)
}

func (v SawView) MarshalJSON() ([]byte, error) { type plain SawView; return v.of.beside(plain(v)) }
func (SawView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Saw]{}.schema(r, s)
}

func (v MouldingView) MarshalJSON() ([]byte, error) {
	type plain MouldingView
	return v.of.beside(plain(v))
}
func (MouldingView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Moulding]{}.schema(r, s)
}

func (v RunView) MarshalJSON() ([]byte, error) { type plain RunView; return v.of.beside(plain(v)) }
func (RunView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Run]{}.schema(r, s)
}

func (v CuttingView) MarshalJSON() ([]byte, error) {
	type plain CuttingView
	return v.of.beside(plain(v))
}
func (CuttingView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Cutting]{}.schema(r, s)
}

func (v DoorsView) MarshalJSON() ([]byte, error) { type plain DoorsView; return v.of.beside(plain(v)) }
func (DoorsView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Doors]{}.schema(r, s)
}

func (v RulesView) MarshalJSON() ([]byte, error) { type plain RulesView; return v.of.beside(plain(v)) }
func (RulesView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Rules]{}.schema(r, s)
}

func (v LookView) MarshalJSON() ([]byte, error) { type plain LookView; return v.of.beside(plain(v)) }
func (LookView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Look]{}.schema(r, s)
}

func (v TimesView) MarshalJSON() ([]byte, error) { type plain TimesView; return v.of.beside(plain(v)) }
func (TimesView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Times]{}.schema(r, s)
}

func (v DayView) MarshalJSON() ([]byte, error) { type plain DayView; return v.of.beside(plain(v)) }
func (DayView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.Day]{}.schema(r, s)
}
