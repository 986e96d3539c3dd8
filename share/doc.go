// Package share lets phones and tablets on the local network work on the jobs of the
// desk: what each may do, the short codes that let one in, and the certificate that
// makes the line private. It knows neither HTTP nor the database; the time comes from
// its caller.
//
// A code is eight digits that hold for five minutes and for one device. Five wrong ones from
// one address shut that address out for ten minutes. Ten from anywhere end every short code
// that is open, and until ten minutes after the last wrong one codes are twelve digits: a
// guesser at a thousand addresses is right once in millions of codes, and keeps nobody
// out. What a device is known by afterwards is 32 random bytes, of
// which only the SHA-256 is kept.
package share
