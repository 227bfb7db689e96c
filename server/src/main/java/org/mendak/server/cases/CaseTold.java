package org.mendak.server.cases;

import org.mendak.server.platform.Tx;

/** Told inside the transaction in which a case was opened, or anything of it changed. */
public record CaseTold(Tx tx, long number) {}
