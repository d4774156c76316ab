/**
 * What the user has built, or what is installed on a Linux system, becomes an application: its
 * programs, its content, and what of this machine it could not do without.
 */
package dev.girdle.nativeprogram.survey;
