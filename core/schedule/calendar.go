package schedule

import "time"

// Day is a day in minutes.
const Day = 24 * 60

// Calendar is when work is done: from and to in minutes after midnight, on every day or not at weekends. First is the weekday of the first
// day.
type Calendar struct {
	From, To int
	Weekends bool
	First    time.Weekday
}

// works tells whether a day is worked on.
func (c Calendar) works(day int) bool {
	if c.Weekends {
		return true
	}
	w := (int(c.First) + day) % 7
	return w != int(time.Saturday) && w != int(time.Sunday)
}

// Next is the first minute that is worked from a time on.
func (c Calendar) Next(t int) int {
	day := t / Day
	if t%Day >= c.To {
		day, t = day+1, 0
	}
	for !c.works(day) {
		day, t = day+1, 0
	}
	return max(t, day*Day+c.From)
}

// Add is when so much work is done that is begun at a time, going on the next day where one is over.
func (c Calendar) Add(t, work int) int {
	t = c.Next(t)
	for {
		left := t/Day*Day + c.To - t
		if work <= left {
			return t + work
		}
		work -= left
		t = c.Next(t + left)
	}
}

// Between is how much is worked from one time to another.
func (c Calendar) Between(from, to int) int {
	sum := 0
	for from < to {
		from = c.Next(from)
		end := min(to, from/Day*Day+c.To)
		if from >= to {
			break
		}
		sum += end - from
		from = from/Day*Day + Day
	}
	return sum
}
