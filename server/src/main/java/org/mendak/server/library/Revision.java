package org.mendak.server.library;

import java.time.Instant;
import org.mendak.server.platform.Who;

/** One saved state of a document, without its text; {@code number} from 1. */
public record Revision(int number, Who author, String note, Instant at, boolean published) {}
