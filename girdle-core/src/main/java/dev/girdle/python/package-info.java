/**
 * Python applications: scripts, packages, projects and environments that packages were installed
 * into.
 */
package dev.girdle.python;
