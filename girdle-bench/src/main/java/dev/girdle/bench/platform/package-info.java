/**
 * Programs of one line over all public packages of Java: each has to do the same on a Java that was
 * cut down for it as on the whole one.
 */
package dev.girdle.bench.platform;
