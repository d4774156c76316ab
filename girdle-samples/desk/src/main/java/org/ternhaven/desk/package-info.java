/** The harbour office's desk: which berths are free, asked over HTTP. */
package org.ternhaven.desk;
