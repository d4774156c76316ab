package dev.girdle.ecosystem;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import java.util.List;

/**
 * A class or file of the runtime itself, and what becomes of it in the one that goes along.
 *
 * @param item the thing; its component is the part of the runtime that it belongs to
 * @param kept whether it goes along
 * @param chain the demands that lead to it, if it was looked for alone; empty otherwise
 * @param why it goes along or stays behind, if no demands are told; a few words
 */
public record RuntimeThing(Item item, boolean kept, List<Demand> chain, String why) {}
