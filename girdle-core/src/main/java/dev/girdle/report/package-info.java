/**
 * The whole picture of an application or an artifact, as one page or one drawing. It is drawn from
 * what other packages found out; nothing is found out here, and no file of the application is
 * changed.
 */
package dev.girdle.report;
