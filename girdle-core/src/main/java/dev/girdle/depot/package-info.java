/**
 * Depots: registries that speak the distribution protocol (OCI Distribution Specification 1.1),
 * from which artifacts are handed out.
 */
package dev.girdle.depot;
