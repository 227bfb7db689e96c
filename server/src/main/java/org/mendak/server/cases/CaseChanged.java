package org.mendak.server.cases;

import java.util.Set;
import org.mendak.server.platform.Tx;

/** Told inside the transaction in which something changed that evidence of these known errors is computed from. */
public record CaseChanged(Tx tx, Set<String> errors) {}
