package org.ternhaven.letters;

public record Ship(String name, int length) {}
