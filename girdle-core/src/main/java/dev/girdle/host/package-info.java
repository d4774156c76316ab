/**
 * Applications that a prebuilt program runs, such as a desktop shell or an engine: its folder goes
 * along, with the application's files at a place in it.
 */
package dev.girdle.host;
