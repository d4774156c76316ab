/**
 * Java's part in the walk: which item answers a demand ({@code JavaLinkage}), what the makers of
 * libraries say that they need, where missing classes can be had, which components get in each
 * other's way.
 */
package dev.girdle.java.linkage;
