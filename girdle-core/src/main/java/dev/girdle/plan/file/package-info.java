/**
 * Plans as files: {@code girdle.yaml} is read, checked against its schema, and drafted here.
 *
 * <p>Everything that is wrong with a file is told at once, each with its line and column. What a
 * plan means is not known here.
 */
package dev.girdle.plan.file;
