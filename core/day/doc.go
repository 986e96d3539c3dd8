// Package day is the plan of the day: the tasks of a job in the order of the trade, from buying to the last touch-up, how long each takes
// by the shop's own times, and when who does it (core/schedule).
package day
