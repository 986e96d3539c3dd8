// Package share lets phones and tablets on the local network work on the jobs of the
// desk: what each may do, the short codes that let one in, and the certificate that
// makes the line private. It knows neither HTTP nor the database; the time comes from
// its caller.
//
// A code is eight digits that hold for five minutes and for one device. Ten wrong ones
// from anywhere end every code that is open, five from one address shut that address out
// for ten minutes: whoever guesses at a code that was just made is right once in ten
// million tries at best. What a device is known by afterwards is 32 random bytes, of
// which only the SHA-256 is kept.
package share
