package org.ternhaven.nightly;

public record Ship(String name, int length) {}
