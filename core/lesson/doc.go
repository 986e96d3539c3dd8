// Package lesson is what the last room taught. It reads a job's facts beside its plan into evidence: how joints closed, what the saw did, how lengths
// read, what took how long, what was spoiled and used. Of the evidence of all a shop's jobs package learn makes estimates, and of these
// come offers: one field of the shop each, with what it rests on. Nothing is changed by itself.
package lesson
