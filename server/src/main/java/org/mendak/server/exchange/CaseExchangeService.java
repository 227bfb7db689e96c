package org.mendak.server.exchange;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.cases.CaseLog;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.CsvText;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.stereotype.Service;

/** Takes cases in from CSV and gives them out. Streams: the file is never whole in memory. */
@Service
class CaseExchangeService {

    private static final int CASES_A_TRANSACTION = 200;
    private static final int MOST_REJECTED = 1_000;
    private static final CSVFormat FORMAT = CSVFormat.RFC4180
            .builder()
            .setHeader()
            .setSkipHeaderRecord(true)
            .setIgnoreEmptyLines(true)
            .get();

    /** What an import did; at most 1,000 rejections are listed. */
    record Imported(int cases, int attempts, int unchanged, List<CaseCsv.Rejected> rejected) {}

    private final Db db;
    private final CaseIntake cases;
    private final CaseLog log;
    private final LibraryService library;
    private final AuditStore audit;
    private final ExchangeStore store;

    CaseExchangeService(
            Db db, CaseIntake cases, CaseLog log, LibraryService library, AuditStore audit, ExchangeStore store) {
        this.db = db;
        this.cases = cases;
        this.log = log;
        this.library = library;
        this.audit = audit;
        this.store = store;
    }

    Imported importCsv(Caller caller, InputStream in) throws IOException {
        caller.may(Role.LEAD, Scope.CASES, "import cases");
        InputStreamReader utf8 = new InputStreamReader(
                in, StandardCharsets.UTF_8.newDecoder().onMalformedInput(CodingErrorAction.REPORT));
        try (CSVParser parser = FORMAT.parse(utf8)) {
            List<String> missing = CaseCsv.REQUIRED.stream()
                    .filter(c -> !parser.getHeaderNames().contains(c))
                    .toList();
            if (!missing.isEmpty()) {
                throw Refusal.invalid(
                        "The CSV lacks the columns " + String.join(", ", missing) + ". Nothing was stored.");
            }
            return new Run(caller).all(parser);
        } catch (IllegalArgumentException | java.nio.charset.CharacterCodingException e) {
            throw Refusal.badRequest("The CSV cannot be read: " + e.getMessage());
        }
    }

    /** One import: groups rows by case, stores two hundred cases a transaction. */
    private final class Run {
        private final Caller caller;
        private final CaseCsv csv;
        private final Set<String> seen = new HashSet<>();
        private final List<List<CaseCsv.Row>> waiting = new ArrayList<>();
        private final List<CaseCsv.Rejected> rejected = new ArrayList<>();
        private int created;
        private int attempts;
        private int unchanged;

        Run(Caller caller) {
            this.caller = caller;
            this.csv = new CaseCsv(library.library(), caller.name());
        }

        Imported all(CSVParser parser) {
            List<CaseCsv.Row> group = new ArrayList<>();
            String key = null;
            try {
                for (CSVRecord record : parser) {
                    CaseCsv.Row row = new CaseCsv.Row(record, record.getRecordNumber() + 1);
                    if (!row.get("case").equals(key)) {
                        complete(group);
                        group = new ArrayList<>();
                        key = row.get("case");
                    }
                    group.add(row);
                }
            } catch (UncheckedIOException | IllegalStateException e) {
                // what was read before is whole cases and stays; the group at hand may be half a case
                store();
                reject(new CaseCsv.Rejected(
                        parser.getRecordNumber() + 2, "", "cannot be read from here on: " + e.getMessage()));
                return done();
            }
            complete(group);
            store();
            return done();
        }

        private Imported done() {
            db.run(tx -> audit.write(
                    tx, caller, "cases-imported", "cases", created + " new, " + rejected.size() + " rejected"));
            return new Imported(created, attempts, unchanged, rejected);
        }

        private void complete(List<CaseCsv.Row> group) {
            if (group.isEmpty()) {
                return;
            }
            CaseCsv.Row first = group.get(0);
            if (!first.get("case").isEmpty() && !seen.add(first.get("case"))) {
                reject(new CaseCsv.Rejected(
                        first.number(),
                        "case",
                        "the rows of a case must follow each other; the earlier ones were kept"));
                return;
            }
            waiting.add(group);
            if (waiting.size() >= CASES_A_TRANSACTION) {
                store();
            }
        }

        private void reject(CaseCsv.Rejected r) {
            if (rejected.size() < MOST_REJECTED) {
                rejected.add(r);
            }
        }

        private void store() {
            Set<String> errors = new HashSet<>();
            db.run(tx -> {
                for (List<CaseCsv.Row> group : waiting) {
                    try {
                        CaseIntake.Ready ready = csv.read(group);
                        count(group, ready, cases.take(tx, ready));
                        if (ready.row().errorKey() != null) {
                            errors.add(ready.row().errorKey());
                        }
                    } catch (CaseCsv.BadRow e) {
                        reject(e.rejected());
                    }
                }
                cases.told(tx, errors);
            });
            waiting.clear();
        }

        private void count(List<CaseCsv.Row> group, CaseIntake.Ready ready, CaseIntake.ImportResult result) {
            switch (result) {
                case CREATED -> {
                    created++;
                    attempts += ready.attempts().size();
                }
                case UNCHANGED -> unchanged++;
                case DIFFERENT ->
                    reject(new CaseCsv.Rejected(
                            group.get(0).number(),
                            "case",
                            "was imported before with other contents; the stored one was kept"));
            }
        }
    }

    /** Where an export goes; opened once it is sure that there will be one. */
    @FunctionalInterface
    interface Target {
        Writer open() throws IOException;
    }

    void exportCsv(Caller caller, Target target) throws IOException {
        caller.may(Role.LEAD, Scope.CASES, "export cases");
        List<String> facts = db.tx(store::factNames);
        List<String> header = new ArrayList<>(CaseCsv.COLUMNS);
        facts.forEach(f -> header.add("fact." + f));
        try (CSVPrinter printer = new CSVPrinter(target.open(), CSVFormat.RFC4180)) {
            printer.printRecord(header);
            long after = 0;
            while (true) {
                long from = after;
                List<CaseLog.Whole> page = db.tx(tx -> log.page(tx, from, 500));
                if (page.isEmpty()) {
                    return;
                }
                for (CaseLog.Whole w : page) {
                    print(printer, w, facts);
                    after = w.row().number();
                }
            }
        }
    }

    private static void print(CSVPrinter printer, CaseLog.Whole w, List<String> facts) throws IOException {
        List<AttemptRow> ended =
                w.attempts().stream().filter(a -> a.outcome() != null).toList();
        if (ended.isEmpty()) {
            printer.printRecord(record(w, null, facts));
        }
        for (AttemptRow a : ended) {
            printer.printRecord(record(w, a, facts));
        }
    }

    private static List<Object> record(CaseLog.Whole w, AttemptRow a, List<String> facts) {
        var c = w.row();
        List<Object> cells = new ArrayList<>();
        cells.add(CsvText.harmless(w.importKey()));
        cells.add(c.errorKey());
        cells.add(c.openedAt());
        cells.add(c.closedAt());
        cells.add(c.status());
        cells.add(c.recurredAt());
        cells.add(a == null ? null : a.position());
        cells.add(a == null ? null : a.fixKey());
        cells.add(a == null ? null : a.outcome());
        cells.add(a == null ? null : CsvText.harmless(a.bundle()));
        cells.add(a == null ? null : a.triedBefore());
        cells.add(a == null ? null : a.minutes());
        cells.add(CsvText.harmless(a == null ? c.agent() : a.agent()));
        cells.add(CsvText.harmless(c.productVersion()));
        Map<String, String> known = w.facts();
        facts.forEach(f -> cells.add(CsvText.harmless(known.get(f))));
        return cells;
    }
}
