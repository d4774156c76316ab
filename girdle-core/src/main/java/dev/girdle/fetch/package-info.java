/**
 * Files of package sources: fetched from folders and servers, tried again, verified by the
 * checksums that lie beside them, and kept in the user's cache. Knows no language.
 */
package dev.girdle.fetch;
