/** Makes manual pages of the commands; run by the build, not by users. */
package dev.girdle.cli.man;
