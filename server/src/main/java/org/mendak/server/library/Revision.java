package org.mendak.server.library;

import java.time.Instant;

/** One saved state of a document, without its text; {@code number} from 1. */
public record Revision(int number, String author, String note, Instant at, boolean published) {}
