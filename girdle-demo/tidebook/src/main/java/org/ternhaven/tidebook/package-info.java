/** Prints the day's tides and warnings for a berth. */
package org.ternhaven.tidebook;
