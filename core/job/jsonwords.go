package job

import (
	"encoding"
	"encoding/json"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strings"
)

// JSONWords says in the words of the job file what a JSON decoder found wrong, and where: at
// is the offset, less than 0 where it is not known.
func JSONWords(err error) (words string, at int64) {
	var syntax *json.SyntaxError
	var kind *json.UnmarshalTypeError
	switch {
	case errors.As(err, &syntax):
		return err.Error(), syntax.Offset
	case errors.As(err, &kind):
		field := `it`
		if f := fieldOf(kind.Field); f != "" {
			field = fmt.Sprintf("%q", f)
		}
		return fmt.Sprintf("%s holds %s where %s belongs", field, valueWord(kind.Value), typeWord(kind.Type)), kind.Offset
	}
	return strings.TrimPrefix(err.Error(), "json: "), -1
}

// fieldOf is the path of a field without the names of the types that it goes through.
func fieldOf(path string) string {
	parts := slices.DeleteFunc(strings.Split(path, "."), func(s string) bool { return s == "plain" || s == "short" })
	return strings.Join(parts, ".")
}

func valueWord(v string) string {
	v, _, _ = strings.Cut(v, " ") // "number 1e999"
	switch v {
	case "object":
		return "an object"
	case "array":
		return "a list"
	case "string":
		return "text"
	case "bool":
		return "true or false"
	}
	return "a " + v
}

var (
	lengthType = reflect.TypeFor[Entry]()
	textual    = reflect.TypeFor[encoding.TextUnmarshaler]()
)

func typeWord(t reflect.Type) string {
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	switch {
	case t == lengthType || reflect.PointerTo(t).Implements(textual):
		return "text"
	case t.Kind() == reflect.Struct || t.Kind() == reflect.Map:
		return "an object"
	case t.Kind() == reflect.Slice || t.Kind() == reflect.Array:
		return "a list"
	case t.Kind() == reflect.String:
		return "text"
	case t.Kind() == reflect.Bool:
		return "true or false"
	case t.Kind() >= reflect.Int && t.Kind() <= reflect.Uint64:
		return "a whole number"
	}
	return "a number"
}
