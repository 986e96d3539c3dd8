// Package learn tells from records of finished work what a shop's saw, protractor, tape and hands really do. Each estimate is one
// of normal unknowns with known deviations, so that it is one linear solve, or a mean drawn towards what was believed before.
//
// Angles are in degrees, lengths in inches, times in minutes. A setting has its sign: right is positive, and so is an error that
// carries the cut further right. Formulas and their sources stand in docs/learning.md.
package learn
