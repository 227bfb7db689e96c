package org.mendak.server.exchange;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import org.apache.commons.csv.CSVRecord;
import org.mendak.core.evidence.Outcome;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.cases.CaseStatus;
import org.mendak.server.library.Library;
import org.mendak.server.platform.CsvText;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Secrets;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;

/**
 * Cases as CSV (RFC 4180): a row an attempt, a case without attempts one row with the attempt's columns empty. Columns stand in
 * any order; facts in columns of their own, {@code fact.<name>}.
 */
final class CaseCsv {

    static final List<String> REQUIRED = List.of("case", "error", "opened_at", "status");
    static final List<String> COLUMNS = List.of(
            "case",
            "error",
            "opened_at",
            "closed_at",
            "status",
            "recurred_at",
            "position",
            "fix",
            "outcome",
            "bundle",
            "tried_before",
            "minutes",
            "agent",
            "product_version",
            "exported_by");

    /** What is wrong with a row; {@code row} counts from 1, the heading's row. */
    record Rejected(long row, String column, String message) {}

    /** A row that cannot be read. */
    static final class BadRow extends Exception {
        private static final long serialVersionUID = 1L;
        private final transient Rejected rejected;

        BadRow(long row, String column, String message) {
            super(message, null, false, false);
            rejected = new Rejected(row, column, message);
        }

        Rejected rejected() {
            return rejected;
        }
    }

    private final Library library;
    private final Who importer;
    private final Function<String, Who> people;
    private final List<String> factColumns;
    /** In an order of their own, whatever the file's. */
    private final List<String> told;

    /**
     * @param importer whose those are that say no agent
     * @param people finds who is called so; refuses a name that several share
     */
    CaseCsv(Library library, Who importer, Function<String, Who> people, List<String> columns) {
        this.library = library;
        this.importer = importer;
        this.people = people;
        this.factColumns = columns.stream().filter(c -> c.startsWith("fact.")).toList();
        this.told =
                columns.stream().filter(c -> !c.equals("exported_by")).sorted().toList();
    }

    /** A record and the row it stands in. */
    record Row(CSVRecord record, long number) {
        String get(String column) {
            return record.isMapped(column) && record.isSet(column)
                    ? CsvText.read(record.get(column).strip())
                    : "";
        }
    }

    /** Reads the rows of one case; all of them or none. */
    CaseIntake.Ready read(List<Row> rows) throws BadRow {
        Row first = rows.get(0);
        String key = first.get("case");
        if (key.isEmpty() || key.length() > 120) {
            throw new BadRow(first.number(), "case", "must have 1 to 120 characters");
        }
        for (Row r : rows) {
            same(first, r);
        }
        CaseStatus status = Words.named(CaseStatus.class, first.get("status"))
                .orElseThrow(() -> new BadRow(
                        first.number(), "status", "\"" + first.get("status") + "\" is neither open nor an ending"));
        Instant opened = instant(first, "opened_at");
        Instant closed = instant(first, "closed_at");
        if (opened == null) {
            throw new BadRow(first.number(), "opened_at", "is missing");
        }
        if (closed != null && closed.isBefore(opened)) {
            throw new BadRow(first.number(), "closed_at", "is before opened_at");
        }
        boolean open = status == CaseStatus.OPEN;
        String error = error(first);
        Who agent = agent(first, importer);
        String version = empty(cut(first, "product_version", 60));
        Instant recurred = instant(first, "recurred_at");
        CaseRow c = CaseRow.opened(agent, opened, d -> {
            d.errorKey = error;
            d.productVersion = version;
            d.status = status;
            d.closedAt = open ? null : closed == null ? opened : closed;
            d.recurredAt = recurred;
        });
        return new CaseIntake.Ready(c, attempts(rows, error, c), facts(first), "", key, hash(rows));
    }

    /** The case's own columns must say the same in each of its rows. */
    private static void same(Row first, Row r) throws BadRow {
        for (String column : List.of("error", "opened_at", "closed_at", "status", "recurred_at", "product_version")) {
            if (!first.get(column).equals(r.get(column))) {
                throw new BadRow(r.number(), column, "differs from the case's first row");
            }
        }
    }

    private String error(Row r) throws BadRow {
        String error = r.get("error");
        if (error.isEmpty()) {
            return null;
        }
        return library.error(error)
                .map(e -> e.key())
                .orElseThrow(
                        () -> new BadRow(r.number(), "error", "there is no published known error \"" + error + "\""));
    }

    private List<AttemptRow> attempts(List<Row> rows, String error, CaseRow c) throws BadRow {
        TreeMap<Integer, AttemptRow> byPosition = new TreeMap<>();
        for (Row r : rows) {
            if (r.get("fix").isEmpty()) {
                if (rows.size() > 1 || !r.get("outcome").isEmpty()) {
                    throw new BadRow(r.number(), "fix", "is missing");
                }
                continue;
            }
            AttemptRow a = attempt(r, error, c);
            if (byPosition.put(a.position(), a) != null) {
                throw new BadRow(r.number(), "position", a.position() + " stands in this case twice");
            }
        }
        if (byPosition.size() > Limits.ATTEMPTS) {
            throw new BadRow(rows.get(0).number(), "position", "a case has at most " + Limits.ATTEMPTS + " attempts");
        }
        return new ArrayList<>(byPosition.values());
    }

    private AttemptRow attempt(Row r, String error, CaseRow c) throws BadRow {
        String fix = library.fix(r.get("fix"))
                .map(f -> f.key())
                .orElseThrow(() -> new BadRow(r.number(), "fix", "there is no published fix \"" + r.get("fix") + "\""));
        Outcome outcome = Outcome.named(r.get("outcome"))
                .orElseThrow(() -> new BadRow(r.number(), "outcome", "\"" + r.get("outcome") + "\" is not an outcome"));
        int position = (int) number(r, "position", 1, 100_000);
        Double minutes = r.get("minutes").isEmpty() ? null : (Double) number(r, "minutes", 0, 10_000);
        String before = r.get("tried_before");
        if (!List.of("", "true", "false", "yes", "no", "1", "0").contains(before)) {
            throw new BadRow(r.number(), "tried_before", "\"" + before + "\" is neither true nor false");
        }
        boolean tried = List.of("true", "yes", "1").contains(before);
        Who agent = agent(r, c.agent());
        String bundle = empty(cut(r, "bundle", 40));
        return AttemptRow.begun(fix, agent, c.openedAt(), a -> {
            a.errorKey = error;
            a.position = position;
            a.outcome = outcome;
            a.bundle = bundle;
            a.triedBefore = tried;
            a.minutes = minutes;
        });
    }

    private Who agent(Row r, Who unlessSaid) throws BadRow {
        String said = cut(r, "agent", 120);
        if (said.isEmpty()) {
            return unlessSaid;
        }
        try {
            return people.apply(said);
        } catch (Refusal e) {
            throw new BadRow(r.number(), "agent", e.getMessage());
        }
    }

    private static double number(Row r, String column, double least, double most) throws BadRow {
        try {
            double n = Double.parseDouble(r.get(column));
            if (n >= least && n <= most && (!column.equals("position") || n == Math.rint(n))) {
                return n;
            }
        } catch (NumberFormatException e) {
            // told below
        }
        throw new BadRow(
                r.number(),
                column,
                "\"" + r.get(column) + "\" is not a number from " + (int) least + " to " + (int) most);
    }

    private static String cut(Row r, String column, int most) throws BadRow {
        if (r.get(column).length() > most) {
            throw new BadRow(r.number(), column, "has more than " + most + " characters");
        }
        return r.get(column);
    }

    private static String empty(String s) {
        return s.isEmpty() ? null : s;
    }

    private static Instant instant(Row r, String column) throws BadRow {
        String text = r.get(column);
        if (text.isEmpty()) {
            return null;
        }
        try {
            return OffsetDateTime.parse(text).toInstant();
        } catch (DateTimeParseException e) {
            throw new BadRow(
                    r.number(), column, "\"" + text + "\" is not a time; write for example 2026-03-04T08:41:09Z");
        }
    }

    private Map<String, String> facts(Row r) throws BadRow {
        Map<String, String> facts = new HashMap<>();
        for (String column : factColumns) {
            String value = r.get(column);
            if (!value.isEmpty()) {
                String name = column.substring(5);
                if (!name.matches("[A-Za-z_][A-Za-z0-9_.-]{0,79}") || value.length() > Limits.FACT_VALUE) {
                    throw new BadRow(r.number(), column, "is not a fact's name, or its value is too long");
                }
                facts.put(name, value);
            }
        }
        if (facts.size() > Limits.FACTS) {
            throw new BadRow(r.number(), "fact", "a case has at most " + Limits.FACTS + " facts");
        }
        return facts;
    }

    /** What the rows say, whatever the order of their columns and whether an empty one is there. */
    private String hash(List<Row> rows) {
        StringBuilder all = new StringBuilder();
        for (Row r : rows) {
            for (String column : told) {
                String value = r.get(column);
                if (!value.isEmpty()) {
                    all.append(column).append('=').append(value).append('\u0001');
                }
            }
            all.append('\u0002');
        }
        return Secrets.hash(all.toString());
    }
}
