package org.mendak.server.evidence;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.mendak.server.platform.CsvText;
import org.mendak.server.platform.Refusal;

/** The tables behind the plots as CSV (RFC 4180), with dots for decimals and empty cells for what is not known. */
final class EvidenceTables {

    private EvidenceTables() {}

    static String ofError(ErrorEvidence e, String table) {
        return switch (table) {
            case "fixes" -> fixes(e);
            case "months" -> months(e);
            case "for-whom" -> forWhom(e);
            case "order" -> order(e);
            default -> throw unknown(table, "fixes, months, for-whom, order or tries");
        };
    }

    static String ofDesk(DeskEvidence d, String table) {
        return switch (table) {
            case "errors" -> errors(d);
            case "months" -> deskMonths(d);
            case "minutes" -> minutes(d);
            default -> throw unknown(table, "errors, months or minutes");
        };
    }

    private static Refusal unknown(String table, String known) {
        return Refusal.badRequest("table is \"" + table + "\", must be " + known);
    }

    private static String fixes(ErrorEvidence e) {
        return csv(
                List.of(
                        "fix",
                        "title",
                        "tried",
                        "worked",
                        "held",
                        "tried_first",
                        "held_first",
                        "together",
                        "together_credit",
                        "share",
                        "share_low",
                        "share_high",
                        "first_chance",
                        "first_low",
                        "first_high",
                        "minutes",
                        "authored_minutes"),
                e.fixes().stream()
                        .map(f -> row(
                                f.key(),
                                CsvText.harmless(f.title()),
                                f.tried(),
                                f.worked(),
                                f.held(),
                                f.triedFirst(),
                                f.workedFirst(),
                                f.together(),
                                f.credit(),
                                f.share(),
                                f.shareLow(),
                                f.shareHigh(),
                                f.chance(),
                                f.low(),
                                f.high(),
                                f.minutes(),
                                f.authoredMinutes()))
                        .toList());
    }

    private static String months(ErrorEvidence e) {
        return csv(
                List.of("fix", "month", "tried", "held", "low", "high"),
                e.fixes().stream()
                        .flatMap(f -> f.byMonth().stream()
                                .map(m -> row(f.key(), m.month(), m.tried(), m.held(), m.low(), m.high())))
                        .toList());
    }

    private static String forWhom(ErrorEvidence e) {
        return csv(
                List.of("fact", "value", "cases", "fix", "tried", "held"),
                e.forWhom().stream()
                        .flatMap(w -> w.values().stream()
                                .flatMap(v -> java.util.stream.IntStream.range(
                                                0, v.counts().size())
                                        .mapToObj(i -> row(
                                                w.fact(),
                                                CsvText.harmless(v.value()),
                                                v.cases(),
                                                e.fixes().get(i).key(),
                                                v.counts().get(i).tried(),
                                                v.counts().get(i).held()))))
                        .toList());
    }

    private static String order(ErrorEvidence e) {
        List<String> authored =
                e.order().authored().stream().map(ErrorEvidence.Placed::key).toList();
        return csv(
                List.of("fix", "place_measured", "place_authored", "chance", "minutes"),
                java.util.stream.IntStream.range(0, e.order().measured().size())
                        .mapToObj(i -> {
                            ErrorEvidence.Placed p = e.order().measured().get(i);
                            return row(p.key(), i + 1, authored.indexOf(p.key()) + 1, p.chance(), p.minutes());
                        })
                        .toList());
    }

    /** Every try of every fix. */
    static String tries(List<ErrorEvidence.Tries> fixes) {
        return csv(
                List.of("fix", "case", "month", "product_version", "first", "held", "minutes"),
                fixes.stream()
                        .flatMap(f -> f.tries().stream()
                                .map(t -> row(
                                        f.fix(),
                                        t.caseNumber(),
                                        t.month(),
                                        CsvText.harmless(t.version()),
                                        t.first(),
                                        t.held(),
                                        t.minutes())))
                        .toList());
    }

    private static String errors(DeskEvidence d) {
        return csv(
                List.of(
                        "error",
                        "title",
                        "cases",
                        "solved",
                        "minutes_measured",
                        "minutes_authored",
                        "cases_a_month",
                        "saved_a_month"),
                d.errors().stream()
                        .map(l -> row(
                                l.error(),
                                CsvText.harmless(l.title()),
                                l.cases(),
                                l.solved(),
                                l.minutesMeasured(),
                                l.minutesAuthored(),
                                l.casesAMonth(),
                                l.savedAMonth()))
                        .toList());
    }

    private static String deskMonths(DeskEvidence d) {
        return csv(
                List.of("month", "cases", "solved", "first_fix", "held", "median_minutes"),
                d.months().stream()
                        .map(m -> row(m.month(), m.cases(), m.solved(), m.firstFix(), m.held(), m.median()))
                        .toList());
    }

    private static String minutes(DeskEvidence d) {
        return csv(
                List.of("up_to_minutes", "cases"),
                d.bins().stream().map(b -> row(b.upTo(), b.cases())).toList());
    }

    private static List<Object> row(Object... cells) {
        return Arrays.asList(cells);
    }

    private static String csv(List<String> header, List<List<Object>> rows) {
        StringWriter out = new StringWriter();
        try (CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(header);
            for (List<Object> r : rows) {
                printer.printRecord(r);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toString();
    }
}
