package org.mendak.server.cases;

import java.util.List;
import org.mendak.server.platform.Tx;

/** Told inside the transaction in which cases were opened, or anything of them changed. */
public record CaseTold(Tx tx, List<Long> numbers) {}
