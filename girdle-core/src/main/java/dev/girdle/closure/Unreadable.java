package dev.girdle.closure;

import dev.girdle.app.Item;

/**
 * An item that was reached and could not be read for its demands.
 *
 * @param item the item
 * @param why for the user
 */
public record Unreadable(Item item, String why) {}
