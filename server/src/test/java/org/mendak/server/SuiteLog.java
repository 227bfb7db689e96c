package org.mendak.server;

import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.classic.spi.IThrowableProxy;
import ch.qos.logback.core.AppenderBase;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedQueue;
import org.mendak.server.platform.Db;

/**
 * Whatever this process writes into its log, as it is written, over the whole suite; put in place by {@code logback-test.xml}. When a desk ends it is searched for what that desk knows of people:
 * names, requesters, and what was pasted and typed.
 */
public final class SuiteLog extends AppenderBase<ILoggingEvent> {

    /** What is shorter, or one word, may be one of the language. */
    private static final int SHORTEST = 9;

    private static final int MOST_OF_A_KIND = 3_000;
    private static final Collection<String> LINES = new ConcurrentLinkedQueue<>();

    @Override
    protected void append(ILoggingEvent event) {
        StringBuilder line = new StringBuilder(event.getFormattedMessage());
        for (IThrowableProxy t = event.getThrowableProxy(); t != null; t = t.getCause()) {
            line.append('\n').append(t.getMessage());
        }
        LINES.add(line.toString());
    }

    private static List<String> column(Db db, String column, String table) {
        return db.tx(tx -> tx.list(
                "select distinct " + column + " from " + table + " where " + column + " is not null limit "
                        + MOST_OF_A_KIND,
                r -> r.getString(1)));
    }

    /** What a desk knows that its log must not say. */
    private static Set<String> personal(Db db) {
        List<String> all = new ArrayList<>();
        all.addAll(column(db, "name", "person"));
        all.addAll(column(db, "requester", "desk_case"));
        all.addAll(column(db, "text", "case_text"));
        all.addAll(column(db, "text", "case_note"));
        Set<String> looked = new LinkedHashSet<>();
        for (String said : all) {
            String begins = said.strip().lines().findFirst().orElse("").strip();
            if (begins.length() >= SHORTEST && begins.indexOf(' ') > 0) {
                looked.add(begins.toLowerCase(Locale.ROOT));
            }
        }
        return looked;
    }

    /** That nothing of it stands in any line so far. */
    static void assertNobodyIn(Db db) {
        Set<String> personal = personal(db);
        for (String line : LINES) {
            String low = line.toLowerCase(Locale.ROOT);
            assertThat(personal.stream().filter(low::contains))
                    .as("in the log: " + line)
                    .isEmpty();
        }
    }
}
