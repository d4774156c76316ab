/**
 * How fast Girdle is: whole processes against plain operations on the same bytes ({@link
 * dev.girdle.bench.Ratios}), and single parts in JMH. Never run by the build.
 */
package dev.girdle.bench;
