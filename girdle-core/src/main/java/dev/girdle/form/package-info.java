/**
 * Writes layouts: a form knows files, permissions and archives, and nothing of languages.
 *
 * <p>Everything is written beside its place and moved in when it is whole.
 */
package dev.girdle.form;
