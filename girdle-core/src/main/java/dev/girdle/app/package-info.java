/**
 * The application as survey found it: components, the items in them, entry points, identity. All of
 * it is immutable once made.
 *
 * <p>Nothing here knows a language, a plan or an output form.
 */
package dev.girdle.app;
