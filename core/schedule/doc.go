// Package schedule puts tasks into the days of a few people: each after what it waits for, one at a time for each of them, within working
// hours; what dries goes on drying while other work is done, and over night.
//
// Times are minutes since the midnight before the first day. The order is found by list scheduling with the critical path as the
// priority, and a bounded search around that; it is the same for the same tasks. Beside it stands a bound that no order can beat.
package schedule
