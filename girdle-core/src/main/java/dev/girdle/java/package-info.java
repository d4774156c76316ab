/**
 * Java: class files, jars, manifests, services, and the artifacts that start them.
 *
 * <p>The rooms, in the order in which one may use another: {@code format}, {@code index}, {@code
 * bytecode}, {@code survey}, {@code linkage}, {@code reach}, {@code bundle}, {@code launcher},
 * {@code layout}; beside them {@code value}, {@code memory}, {@code maven}, {@code library}, {@code
 * runtime}. Only {@link dev.girdle.java.JavaEcosystem} is for others, and they know it by its
 * interface alone.
 */
package dev.girdle.java;
