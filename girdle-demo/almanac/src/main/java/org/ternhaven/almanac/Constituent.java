package org.ternhaven.almanac;

/**
 * One wave of the tide.
 *
 * @param name as tide tables call it
 * @param metres its amplitude
 * @param degreesPerHour its speed
 * @param phase its phase at the epoch, in degrees
 */
public record Constituent(String name, double metres, double degreesPerHour, double phase) {
  double heightAt(double hours) {
    return metres * Math.cos(Math.toRadians(degreesPerHour * hours - phase));
  }
}
