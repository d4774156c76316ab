package org.ternhaven.almanac;

import java.time.LocalDateTime;

/**
 * The turn of the tide.
 *
 * @param time when, in harbour time
 * @param metres above chart datum
 * @param high high water, else low water
 */
public record Turn(LocalDateTime time, double metres, boolean high) {}
