// Package quote answers the first question of every job, how much and what will
// it cost, from a rough look or from what has been measured since: quantities,
// both ways of buying, and the lines of the price sheet.
//
// Lengths are those along the walls. A wall counts with its measured length, or
// else with the rough one called out. Money is whole cents; every line is rounded
// once and totals are sums of lines. Source: docs/geometry.md, "Sticks", for
// scarfs and fitting; the rest is arithmetic.
package quote
