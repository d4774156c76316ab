/**
 * Receiving releases from depots: which one, what of it this machine has already, putting it
 * together, and placing it beside earlier ones.
 */
package dev.girdle.depot.receive;
