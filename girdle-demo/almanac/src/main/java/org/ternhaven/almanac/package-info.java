/** Computes the tides at Ternhaven bar from its harmonic constituents. */
package org.ternhaven.almanac;
