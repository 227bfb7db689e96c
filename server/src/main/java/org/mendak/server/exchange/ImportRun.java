package org.mendak.server.exchange;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Jobs;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Trace;
import org.mendak.server.platform.Turns;
import org.mendak.server.platform.Tx;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** One import: gathers the rows of each case and stores some hundred cases in a transaction. */
final class ImportRun {

    private static final Logger LOG = LoggerFactory.getLogger(ImportRun.class);
    static final int CASES_A_TRANSACTION = 500;
    private static final int MOST_REJECTED = 1_000;
    /** Two imports take turns at each transaction: the second sees what the first stored. */
    static final String TURN = "cases that are brought in";

    private final Db db;
    private final Turns turns;
    private final CaseIntake cases;
    private final CaseCsv csv;
    private final OwnCases own;
    private final Set<String> seen = new HashSet<>();
    private final List<List<CaseCsv.Row>> waiting = new ArrayList<>();
    private final List<CaseCsv.Rejected> rejected = new ArrayList<>();
    private int created;
    private int attempts;
    private int unchanged;

    ImportRun(Db db, Turns turns, CaseIntake cases, CaseCsv csv, String desk) {
        this.db = db;
        this.turns = turns;
        this.cases = cases;
        this.csv = csv;
        this.own = new OwnCases(cases, desk);
    }

    /** All cases, or those before the place where it was asked to stop. */
    CaseImport.Imported all(CSVParser parser, RowReader in, long rows, Jobs.Progress progress) {
        List<CaseCsv.Row> group = new ArrayList<>();
        String key = null;
        progress.at(0, rows);
        try {
            for (CSVRecord record : parser) {
                in.nextRow();
                CaseCsv.Row row = new CaseCsv.Row(record, record.getRecordNumber() + 1);
                if (!row.get("case").equals(key)) {
                    complete(group);
                    group = new ArrayList<>();
                    key = row.get("case");
                    if (waiting.size() >= CASES_A_TRANSACTION) {
                        store();
                        progress.at(record.getRecordNumber() - 1, rows);
                        if (progress.stopped()) {
                            db.settle();
                            return done();
                        }
                    }
                }
                // one more than a case may have is enough to tell that it has too many
                if (group.size() <= Limits.ATTEMPTS) {
                    group.add(row);
                }
            }
            complete(group);
            store();
            // what is told to be stored is on the disk
            db.settle();
            progress.at(rows, rows);
        } catch (RuntimeException e) {
            throw broken(e);
        }
        return done();
    }

    /** What it did up to now. */
    String said() {
        return created + " new, " + rejected.size() + " rejected";
    }

    /** What was stored before stays, and the answer says so: the same file again goes on from there. */
    private RuntimeException broken(RuntimeException e) {
        if (created == 0) {
            return e;
        }
        LOG.error("an import of cases stopped after {} cases: {}", created, Trace.of(e));
        return Refusal.unavailable(
                "The import stopped: " + created
                        + " cases are stored, the rest is not. Import the same file again to go on.",
                Map.of("cases", created, "attempts", attempts, "unchanged", unchanged));
    }

    private CaseImport.Imported done() {
        return new CaseImport.Imported(created, attempts, unchanged, rejected);
    }

    private void complete(List<CaseCsv.Row> group) {
        if (group.isEmpty()) {
            return;
        }
        CaseCsv.Row first = group.get(0);
        if (!first.get("case").isEmpty() && !seen.add(first.get("case"))) {
            reject(new CaseCsv.Rejected(
                    first.number(), "case", "the rows of a case must follow each other; the earlier ones were kept"));
            return;
        }
        waiting.add(group);
    }

    private void reject(CaseCsv.Rejected r) {
        if (rejected.size() < MOST_REJECTED) {
            rejected.add(r);
        }
    }

    /** @param ready null if its rows are bad */
    private record Group(CaseCsv.Row first, CaseIntake.Ready ready, CaseCsv.Rejected bad) {
        String key() {
            return first.get("case");
        }
    }

    private Group read(List<CaseCsv.Row> rows) {
        try {
            return new Group(rows.get(0), csv.read(rows), null);
        } catch (CaseCsv.BadRow e) {
            return new Group(rows.get(0), null, e.rejected());
        }
    }

    private void store() {
        List<Group> groups = waiting.stream().map(this::read).toList();
        // counted once they are stored: a transaction that is taken back stored nothing
        Map<String, CaseIntake.ImportResult> taken = turns.take(() -> db.oneOfMany(tx -> taken(tx, groups)), TURN);
        groups.forEach(g -> count(g, taken.get(g.key())));
        waiting.clear();
    }

    /** By its key what became of each case but of those whose rows are bad. */
    private Map<String, CaseIntake.ImportResult> taken(Tx tx, List<Group> groups) {
        Map<String, CaseIntake.ImportResult> all = new HashMap<>();
        Set<String> here = own.of(tx, groups.stream().map(Group::first).toList());
        here.forEach(key -> all.put(key, CaseIntake.ImportResult.UNCHANGED));
        List<CaseIntake.Ready> ready = groups.stream()
                .map(Group::ready)
                .filter(r -> r != null && !here.contains(r.key()))
                .toList();
        List<CaseIntake.ImportResult> in = cases.take(tx, ready);
        for (int i = 0; i < in.size(); i++) {
            all.put(ready.get(i).key(), in.get(i));
        }
        return all;
    }

    private void count(Group g, CaseIntake.ImportResult result) {
        if (result == null) {
            reject(g.bad());
            return;
        }
        switch (result) {
            case CREATED -> {
                created++;
                attempts += g.ready().attempts().size();
            }
            case UNCHANGED -> unchanged++;
            case DIFFERENT ->
                reject(new CaseCsv.Rejected(
                        g.first().number(),
                        "case",
                        "was imported before with other contents; the stored one was kept"));
        }
    }
}
