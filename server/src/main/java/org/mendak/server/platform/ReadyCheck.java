package org.mendak.server.platform;

import java.util.Optional;

/** A part of the program without which it must not be called well; asked by health. */
@FunctionalInterface
public interface ReadyCheck {

    /** What is still missing, in a few words; empty if nothing is. */
    Optional<String> missing();
}
