/** What package managers know: what was to be installed, and where packages can be had. */
package dev.girdle.node.install;
