package org.mendak.server.team;

import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;

/** Somebody is called otherwise from now on. Published in the transaction in which it is stored. */
public record PersonRenamed(Tx tx, Who who, String was, String now) {}
