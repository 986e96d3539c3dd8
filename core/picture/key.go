package picture

import (
	"fmt"
	"hash/fnv"
)

// Key names what is on the pictures of a cut: those of one key are the same, to the last
// line, so that they may be kept wherever they were fetched to.
func (c Cut) Key(st Stock) string {
	h := fnv.New128a()
	fmt.Fprintf(h, "%#v %s", c, st.key())
	return fmt.Sprintf("%x", h.Sum(nil))
}

func (s *Stock) key() string {
	if s.named == "" {
		h := fnv.New128a()
		fmt.Fprintf(h, "%v %v", s.Section, s.Known)
		s.named = fmt.Sprintf("%x", h.Sum(nil))
	}
	return s.named
}
