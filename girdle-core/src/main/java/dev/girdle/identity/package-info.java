/**
 * What systems and people see of an application: icons, menu entries, bundles, notes for receivers.
 *
 * <p>Adds files to a finished layout; knows nothing of languages.
 */
package dev.girdle.identity;
