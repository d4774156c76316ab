/**
 * A small depot for trying out: the distribution protocol on this machine, in one folder, with
 * switches to misbehave.
 */
package dev.girdle.depot.standin;
