// Package demo holds the demo job as data: the Ferry House, a landing station
// being made into a small library. Its rooms, people, mouldings and readings are
// invented, and some readings are wrong on purpose.
package demo

import _ "embed"

// ID is the demo job's identifier in its own database.
const ID = "ferry-house"

// FerryHouse is the demo's job file.
//
//go:embed ferry-house.json
var FerryHouse []byte

// TrueRooms are the same rooms as they stand, for the practice instruments.
//
//go:embed true-rooms.json
var TrueRooms []byte

// RuleSets are the house rules of two carpenters, by their names; lengths in inches.
//
//go:embed rule-sets.json
var RuleSets []byte
