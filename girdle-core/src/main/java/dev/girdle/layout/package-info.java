/**
 * The finished tree of output files, before any form writes it: which file goes where, where its
 * bytes come from, and why it is there.
 *
 * <p>Languages make layouts, forms write them; neither knows the other.
 */
package dev.girdle.layout;
