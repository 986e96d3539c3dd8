package picture

import (
	"fmt"
	"hash/fnv"
)

// Key names what is on the pictures of a cut in a stock of a key: those of one key are the
// same, to the last line, so that they may be kept wherever they were fetched to.
func (c Cut) Key(stock string) string { return hashed("%#v %s", c, stock) }

// Key names a stock.
func (s Blank) Key() string { return hashed("%v %v", s.Section, s.Known) }

func hashed(format string, of ...any) string {
	h := fnv.New128a()
	fmt.Fprintf(h, format, of...)
	return fmt.Sprintf("%x", h.Sum(nil))
}
