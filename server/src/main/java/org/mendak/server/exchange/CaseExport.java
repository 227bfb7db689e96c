package org.mendak.server.exchange;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.custody.DeskIdentity;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.CsvText;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskState;
import org.mendak.server.platform.Names;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.SpooledFile;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Service;

/** Gives cases out as CSV. Streams: the file is never whole in memory. */
@Service
class CaseExport {

    private final Db db;
    private final CaseLog log;
    private final ExchangeStore store;
    private final DeskFolder folder;
    private final DeskIdentity desk;
    private final DeskState state;
    private final Names names;

    CaseExport(
            Db db,
            CaseLog log,
            ExchangeStore store,
            DeskFolder folder,
            DeskIdentity desk,
            DeskState state,
            Names names) {
        this.names = names;
        this.folder = folder;
        this.desk = desk;
        this.state = state;
        this.db = db;
        this.log = log;
        this.store = store;
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
        cells.add(CsvText.harmless(names.of(a == null ? c.agent() : a.agent())));
        cells.add(CsvText.harmless(c.productVersion()));
        cells.add(desk.id());
        Map<String, String> known = w.facts();
        facts.forEach(f -> cells.add(CsvText.harmless(known.get(f))));
        return cells;
    }
}
