/**
 * The folder in which a user keeps runtimes to seal with, of any language, and how they get there.
 */
package dev.girdle.shelf;
