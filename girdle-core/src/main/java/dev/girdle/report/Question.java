package dev.girdle.report;

/**
 * A place that asks by a name that only the run will tell.
 *
 * @param piece the number of the piece that asks
 * @param place where exactly, for the user
 * @param asksFor what it asks for, for the user
 */
public record Question(int piece, String place, String asksFor) {}
