package org.mendak.server.cases;

import java.util.List;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;

/** Told inside the transaction in which cases were opened, or anything of them changed. */
public record CaseTold(Tx tx, List<Long> numbers) {

    /** Those that nobody practises on. */
    public List<Long> ofTheDesk() {
        return CaseNumbers.ofTheDesk(numbers);
    }
}
