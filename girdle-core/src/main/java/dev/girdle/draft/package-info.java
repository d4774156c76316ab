/**
 * Writes first plans: what survey found, as a text with a comment on every choice.
 *
 * <p>Only texts are made here; what they mean is read by {@code dev.girdle.plan.file}.
 */
package dev.girdle.draft;
