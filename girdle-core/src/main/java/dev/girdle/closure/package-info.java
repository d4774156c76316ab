/**
 * What the application needs: one graph walker for all languages, and the result it gives.
 *
 * <p>It knows items and demands, not class files or import statements; {@link
 * dev.girdle.closure.Linkage} is all that a language has to bring.
 */
package dev.girdle.closure;
