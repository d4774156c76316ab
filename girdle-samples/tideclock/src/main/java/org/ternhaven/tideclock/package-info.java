/** A clock that shows the tide instead of the hour. */
package org.ternhaven.tideclock;
