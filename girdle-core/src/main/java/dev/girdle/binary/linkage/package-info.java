/**
 * Native code in the walk: what a library of an application is linked with, if the application
 * holds it, goes along. Languages lead into it when their code loads a library.
 */
package dev.girdle.binary.linkage;
