/**
 * Attacks on Girdle: damaged and hostile input, kills at every step, full and read-only disks, many
 * at once, odd machines. What it finds can be found again by its number.
 */
package dev.girdle.bench.attack;
