package dev.girdle.rehearse;

/**
 * Something that a program missed.
 *
 * @param said the program's own words; empty if it said nothing
 * @param cause what it is, in Girdle's words
 * @param mend what goes into the plan to mend it, ready to paste; may be empty
 * @param leftOut what was left out and would have to go along; empty if nothing was
 */
public record Diagnosis(String said, String cause, String mend, String leftOut) {}
