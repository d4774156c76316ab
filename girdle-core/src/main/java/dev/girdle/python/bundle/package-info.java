/** The Pythons of this machine and of the user's shelf, and how one goes along with a program. */
package dev.girdle.python.bundle;
