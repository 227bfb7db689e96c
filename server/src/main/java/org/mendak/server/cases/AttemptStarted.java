package org.mendak.server.cases;

import org.mendak.server.platform.Tx;

/** Told inside the transaction in which an agent started a fix. */
public record AttemptStarted(Tx tx, long number, long attempt) {}
