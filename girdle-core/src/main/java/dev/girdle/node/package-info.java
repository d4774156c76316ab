/**
 * Node.js. The rest of Girdle knows it by {@link dev.girdle.ecosystem.Ecosystem} alone. Its rooms
 * in the order in which one may use another: {@code source}, {@code pack}, {@code tree}, {@code
 * survey}, {@code linkage}, {@code launch}.
 */
package dev.girdle.node;
