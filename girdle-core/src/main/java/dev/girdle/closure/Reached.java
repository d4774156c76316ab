package dev.girdle.closure;

import dev.girdle.app.Item;

/**
 * An item of the closure.
 *
 * @param item the item
 * @param first the demand that reached it on the shortest way
 * @param strength the strength of the strongest chain from the entry point to it
 * @param depth how many demands lie between the plan and it, 1 for the entry point
 */
public record Reached(Item item, Demand first, Strength strength, int depth) {}
