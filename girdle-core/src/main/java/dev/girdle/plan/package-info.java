/**
 * What the user wants sealed, from what, and in which forms.
 *
 * <p>A plan is a value: it holds wishes, and knows nothing of how they are carried out.
 */
package dev.girdle.plan;
