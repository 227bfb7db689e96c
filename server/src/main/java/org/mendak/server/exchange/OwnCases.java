package org.mendak.server.exchange;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.format.DateTimeParseException;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.platform.Tx;

/** Knows again what this desk exported itself: that is here already, perhaps worked on since, and is left as it is. */
final class OwnCases {

    /** Exports before the fifth schema named no desk. */
    private static final Pattern UNNAMED = Pattern.compile("mendak-(\\d{1,18})");

    private final CaseIntake cases;
    private final String desk;
    private final Pattern named;

    OwnCases(CaseIntake cases, String desk) {
        this.cases = cases;
        this.desk = desk;
        this.named = Pattern.compile("mendak-" + Pattern.quote(desk) + "-(\\d{1,18})");
    }

    /** Whether the case of this row is one of this desk's. */
    boolean is(Tx tx, CaseCsv.Row row) {
        String key = row.get("case");
        Matcher m = named.matcher(key);
        if (!m.matches()) {
            m = UNNAMED.matcher(key);
        }
        if (cases.isThere(tx, key)) {
            return row.get("exported_by").equals(desk);
        }
        // a number can come again after an older backup was restored, a moment does not
        Instant opened = m.matches() ? opened(row) : null;
        return opened != null && cases.isNative(tx, Long.parseLong(m.group(1)), opened);
    }

    private static Instant opened(CaseCsv.Row row) {
        try {
            return OffsetDateTime.parse(row.get("opened_at")).toInstant();
        } catch (DateTimeParseException e) {
            return null;
        }
    }
}
