/**
 * The whole way from a plan to artifacts: survey, closure, layout, form, in this order. What
 * commands call.
 */
package dev.girdle.seal;
