package org.mendak.server.team;

import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;

/** Somebody was erased: whoever keeps their name, or what is theirs alone, lets go of it. Published in the transaction in which it is stored. */
public record PersonErased(Tx tx, Who who, String was, String now) {}
