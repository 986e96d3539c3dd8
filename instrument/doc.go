// Package instrument brings readings in from laser distance meters and digital
// protractors. Source is the port that any of them is reached through. Two
// simulated ones ship, so that measuring can be practised without tools: they
// read the true geometry of made-up rooms, with noise, bias, delay, dropouts and
// a battery that runs low.
package instrument
