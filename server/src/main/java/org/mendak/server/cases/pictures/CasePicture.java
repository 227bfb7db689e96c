package org.mendak.server.cases.pictures;

import java.time.Instant;
import org.mendak.server.platform.Who;

/** A picture of a screen; its bytes come from an address of their own. */
public record CasePicture(long id, String name, String type, int size, Instant at, Who agent) {}
