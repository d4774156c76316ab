package org.ternhaven.desk;

/**
 * A place for one ship.
 *
 * @param name its name
 * @param depth in metres
 * @param free whether no ship lies there
 */
public record Berth(String name, double depth, boolean free) {}
