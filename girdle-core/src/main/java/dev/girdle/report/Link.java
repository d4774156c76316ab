package dev.girdle.report;

import dev.girdle.closure.How;

/**
 * A demand as the picture shows it: one link of the chains that explain things.
 *
 * @param from the number of the piece that asks; -1 if the plan or a rehearsal does
 * @param member the method or field it stands in; may be empty
 * @param line the line it stands in, from 1; 0 if not known
 * @param how in which way it is asked for
 * @param name what is asked for
 * @param excuse why it is not hard; may be empty
 * @param before the number of the link before it in a chain; -1 for the first
 */
public record Link(
    int from, String member, int line, How how, String name, String excuse, int before) {}
