package org.mendak.server.exchange;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;
import org.apache.commons.csv.DuplicateHeaderMode;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.custody.DeskIdentity;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.CsvText;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskState;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.SpooledFile;
import org.mendak.server.platform.Words;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/** Takes cases in from CSV and gives them out. Streams: the file is never whole in memory. */
@Service
class CaseExchangeService {

    private static final Logger LOG = LoggerFactory.getLogger(CaseExchangeService.class);
    private static final int CASES_A_TRANSACTION = 200;
    private static final int MOST_REJECTED = 1_000;
    private static final CSVFormat FORMAT = CSVFormat.RFC4180
            .builder()
            .setHeader()
            .setSkipHeaderRecord(true)
            .setIgnoreEmptyLines(true)
            .setDuplicateHeaderMode(DuplicateHeaderMode.DISALLOW)
            .get();

    /** What an import did; at most 1,000 rejections are listed. */
    record Imported(int cases, int attempts, int unchanged, List<CaseCsv.Rejected> rejected) {}

    private final Db db;
    private final CaseIntake cases;
    private final CaseLog log;
    private final LibraryService library;
    private final AuditStore audit;
    private final ExchangeStore store;
    private final DeskFolder folder;
    private final DeskIdentity desk;
    private final DeskState state;

    CaseExchangeService(
            Db db,
            CaseIntake cases,
            CaseLog log,
            LibraryService library,
            AuditStore audit,
            ExchangeStore store,
            DeskFolder folder,
            DeskIdentity desk,
            DeskState state) {
        this.folder = folder;
        this.desk = desk;
        this.state = state;
        this.db = db;
        this.cases = cases;
        this.log = log;
        this.library = library;
        this.audit = audit;
        this.store = store;
    }

    /**
     * Takes cases in. The file is received and read through as CSV first, so one that breaks off or is no CSV has done nothing; then
     * cases are stored, two hundred at a time.
     */
    Imported importCsv(Caller caller, InputStream body) throws IOException {
        caller.may(Role.LEAD, Scope.CASES, "import cases");
        Path file = folder.received(body);
        try {
            readThrough(file);
            try (RowReader in = open(file);
                    CSVParser parser = FORMAT.parse(in)) {
                return new Run(caller).all(parser, in);
            }
        } finally {
            Files.deleteIfExists(file);
        }
    }

    private static RowReader open(Path file) throws IOException {
        return new RowReader(new InputStreamReader(
                Files.newInputStream(file),
                StandardCharsets.UTF_8.newDecoder().onMalformedInput(CodingErrorAction.REPORT)));
    }

    private static void readThrough(Path file) throws IOException {
        long row = 1;
        try (RowReader in = open(file);
                CSVParser parser = FORMAT.parse(in)) {
            List<String> missing = CaseCsv.REQUIRED.stream()
                    .filter(c -> !parser.getHeaderNames().contains(c))
                    .toList();
            if (!missing.isEmpty()) {
                throw Refusal.invalid(
                        "The CSV lacks the columns " + String.join(", ", missing) + ". Nothing was stored.");
            }
            for (CSVRecord record : parser) {
                row = record.getRecordNumber() + 1;
                in.nextRow();
            }
        } catch (IllegalArgumentException
                | IllegalStateException
                | UncheckedIOException
                | CSVException
                | CharacterCodingException e) {
            throw Refusal.badRequest(
                    "The CSV cannot be read behind row " + row + ": " + reason(e) + ". Nothing was stored.");
        }
    }

    /** Without the values that stand there, which belong in no log. */
    private static String reason(Exception e) {
        for (Throwable t = e; t != null; t = t.getCause()) {
            if (t instanceof CharacterCodingException) {
                return "it is not UTF-8";
            }
        }
        return e instanceof IllegalArgumentException
                ? "its first row does not name each column once"
                : "a quotation mark is not closed, something stands behind a closed one, or the row is longer than a"
                        + " million characters";
    }

    /** One import: groups rows by case, stores two hundred cases a transaction. */
    private final class Run {
        private final Caller caller;
        private final CaseCsv csv;
        private final OwnCases own = new OwnCases(cases, desk.id());
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

        Imported all(CSVParser parser, RowReader in) {
            List<CaseCsv.Row> group = new ArrayList<>();
            String key = null;
            try {
                for (CSVRecord record : parser) {
                    in.nextRow();
                    CaseCsv.Row row = new CaseCsv.Row(record, record.getRecordNumber() + 1);
                    if (!row.get("case").equals(key)) {
                        complete(group);
                        group = new ArrayList<>();
                        key = row.get("case");
                    }
                    group.add(row);
                }
                complete(group);
                store();
            } catch (Refusal | DbException e) {
                throw stopped(e);
            }
            return done();
        }

        /** What was stored before stays, and the answer says so: the same file again goes on from there. */
        private RuntimeException stopped(RuntimeException e) {
            if (created == 0) {
                return e;
            }
            LOG.error("an import of cases stopped after {} cases", created, e);
            return Refusal.unavailable(
                    "The import stopped: " + created
                            + " cases are stored, the rest is not. Import the same file again to go on.",
                    Map.of("cases", created, "attempts", attempts, "unchanged", unchanged));
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

        /** @param in null for a case of this very desk */
        private record Taken(List<CaseCsv.Row> group, CaseIntake.Ready ready, CaseIntake.TakenIn in) {
            CaseIntake.ImportResult result() {
                return in == null ? CaseIntake.ImportResult.UNCHANGED : in.result();
            }
        }

        private void store() {
            List<CaseCsv.Rejected> bad = new ArrayList<>();
            // counted once they are stored: a transaction that is taken back stored nothing
            List<Taken> taken = db.tx(tx -> {
                List<Taken> all = new ArrayList<>();
                for (List<CaseCsv.Row> group : waiting) {
                    if (own.is(tx, group.get(0))) {
                        all.add(new Taken(group, null, null));
                        continue;
                    }
                    try {
                        CaseIntake.Ready ready = csv.read(group);
                        all.add(new Taken(group, ready, cases.take(tx, ready)));
                    } catch (CaseCsv.BadRow e) {
                        bad.add(e.rejected());
                    }
                }
                List<Taken> news = all.stream()
                        .filter(t -> t.result() == CaseIntake.ImportResult.CREATED)
                        .filter(t -> t.ready().row().errorKey() != null)
                        .toList();
                cases.told(
                        tx,
                        news.stream().map(t -> t.ready().row().errorKey()).collect(Collectors.toSet()),
                        news.stream().map(t -> t.in().number()).toList());
                return all;
            });
            bad.forEach(this::reject);
            taken.forEach(t -> count(t.group(), t.ready(), t.result()));
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

    /** Every case as CSV, made whole before anything of it is sent. */
    SpooledFile exportCsv(Caller caller) throws IOException {
        caller.may(Role.LEAD, Scope.CASES, "export cases");
        Path file = folder.spool();
        boolean whole = false;
        try {
            SpooledFile made = print(file);
            whole = true;
            return made;
        } finally {
            if (!whole) {
                Files.deleteIfExists(file);
            }
        }
    }

    private SpooledFile print(Path file) throws IOException {
        List<String> facts = db.tx(store::factNames);
        List<String> header = new ArrayList<>(CaseCsv.COLUMNS);
        facts.forEach(f -> header.add("fact." + f));
        long cases = 0;
        long rows;
        try (CSVPrinter printer =
                new CSVPrinter(Files.newBufferedWriter(file, StandardCharsets.UTF_8), CSVFormat.RFC4180)) {
            printer.printRecord(header);
            long after = 0;
            while (true) {
                long from = after;
                List<CaseLog.Whole> page = db.tx(tx -> log.page(tx, from, 500));
                if (page.isEmpty()) {
                    break;
                }
                state.refuseWriting();
                for (CaseLog.Whole w : page) {
                    print(printer, w, facts);
                    after = w.row().number();
                }
                cases += page.size();
            }
            rows = printer.getRecordCount() - 1;
        }
        return SpooledFile.of(file, "cases.csv", "text/csv;charset=UTF-8")
                .with("Mendak-Cases", cases)
                .with("Mendak-Rows", rows);
    }

    private void print(CSVPrinter printer, CaseLog.Whole w, List<String> facts) throws IOException {
        List<AttemptRow> ended = w.attempts().stream().filter(a -> !a.running()).toList();
        if (ended.isEmpty()) {
            printer.printRecord(record(w, null, facts));
        }
        for (AttemptRow a : ended) {
            printer.printRecord(record(w, a, facts));
        }
    }

    private List<Object> record(CaseLog.Whole w, AttemptRow a, List<String> facts) {
        var c = w.row();
        List<Object> cells = new ArrayList<>();
        cells.add(CsvText.harmless(w.importKey() == null ? desk.caseKey(c.number()) : w.importKey()));
        cells.add(c.errorKey());
        cells.add(c.openedAt());
        cells.add(c.closedAt());
        cells.add(Words.word(c.status()));
        cells.add(c.recurredAt());
        cells.add(a == null ? null : a.position());
        cells.add(a == null ? null : a.fixKey());
        cells.add(a == null ? null : Words.word(a.outcome()));
        cells.add(a == null ? null : CsvText.harmless(a.bundle()));
        cells.add(a == null ? null : a.triedBefore());
        cells.add(a == null ? null : a.minutes());
        cells.add(CsvText.harmless(a == null ? c.agent() : a.agent()));
        cells.add(CsvText.harmless(c.productVersion()));
        cells.add(desk.id());
        Map<String, String> known = w.facts();
        facts.forEach(f -> cells.add(CsvText.harmless(known.get(f))));
        return cells;
    }
}
