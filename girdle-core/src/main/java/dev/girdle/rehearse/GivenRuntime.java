package dev.girdle.rehearse;

import dev.girdle.ecosystem.SystemPlaces;
import java.nio.file.Path;

/**
 * The runtime that a stranger's machine has, since the artifact brings none.
 *
 * @param home its folder on this machine
 * @param title what it is called: "Java 17.0.15 of Debian"
 * @param places where runtimes of its language lie
 */
public record GivenRuntime(Path home, String title, SystemPlaces places) {}
