package org.mendak.server.team;

import java.io.IOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.CsvText;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskState;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.SpooledFile;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Service;

/** Reading what was done: page by page, and whole as CSV. There is no way to change it. */
@Service
class AuditService {

    private static final int BATCH = 2_000;

    private final Db db;
    private final AuditStore store;
    private final Directory directory;
    private final DeskFolder folder;
    private final DeskState state;

    AuditService(Db db, AuditStore store, Directory directory, DeskFolder folder, DeskState state) {
        this.db = db;
        this.store = store;
        this.directory = directory;
        this.folder = folder;
        this.state = state;
    }

    /**
     * Something that was done.
     *
     * @param who what the person is called by now, or that it was the command line or a stranger
     * @param person the person's number; 0 if it was none of the desk's people
     * @param target to what: a number of a case, a document, "person 3"
     * @param targetName what the person is called that it was done to; empty if it was done to none
     */
    record Act(
            long id,
            Instant at,
            long person,
            String who,
            String what,
            String target,
            String targetName,
            String detail) {}

    /**
     * A page of what was done, the newest first.
     *
     * @param before where the next page begins; null if there is no more
     * @param acts the kinds of acts that there are
     */
    record Acts(List<Act> rows, Long before, List<String> acts) {}

    Acts read(Caller caller, AuditStore.Wanted wanted) {
        mayRead(caller);
        return db.tx(tx -> {
            List<AuditStore.Row> rows = store.rows(tx, wanted, Limits.PAGE + 1);
            List<Act> page = rows.stream().limit(Limits.PAGE).map(this::act).toList();
            boolean more = rows.size() > Limits.PAGE;
            return new Acts(page, more ? (Long) page.get(page.size() - 1).id() : null, store.acts(tx));
        });
    }

    private static void mayRead(Caller caller) {
        caller.may(Role.LEAD, Scope.ADMIN, "read what was done");
    }

    private Act act(AuditStore.Row r) {
        String who =
                r.otherwise().isEmpty() ? directory.of(r.who()) : r.otherwise().replace('-', ' ');
        return new Act(r.id(), r.at(), r.who().id(), who, r.what(), r.target(), targetName(r.target()), r.detail());
    }

    private String targetName(String target) {
        return target.matches("person \\d{1,18}") ? directory.of(new Who(Long.parseLong(target.substring(7)))) : "";
    }

    /** All rows that are meant, made whole before anything of it is sent. */
    SpooledFile export(Caller caller, AuditStore.Wanted wanted) throws IOException {
        mayRead(caller);
        Path file = folder.spool();
        boolean whole = false;
        try {
            long rows = print(file, wanted);
            db.run(tx -> store.write(tx, caller, "audit-exported", "audit", rows + " rows"));
            whole = true;
            return SpooledFile.of(file, "audit.csv", "text/csv;charset=UTF-8").with("Mendak-Rows", rows);
        } finally {
            if (!whole) {
                Files.deleteIfExists(file);
            }
        }
    }

    private long print(Path file, AuditStore.Wanted wanted) throws IOException {
        long rows = 0;
        Long before = wanted.before();
        try (Writer out = Files.newBufferedWriter(file, StandardCharsets.UTF_8);
                CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord("number", "at", "who", "person", "what", "target", "target_name", "detail");
            while (true) {
                AuditStore.Wanted next = new AuditStore.Wanted(
                        wanted.person(), wanted.what(), wanted.target(), wanted.from(), wanted.until(), before);
                List<AuditStore.Row> some = db.tx(tx -> store.rows(tx, next, BATCH));
                // a disk that is nearly full stays so for the desk
                state.refuseWriting();
                for (AuditStore.Row r : some) {
                    Act a = act(r);
                    printer.printRecord(
                            a.id(),
                            a.at(),
                            CsvText.harmless(a.who()),
                            a.person(),
                            a.what(),
                            CsvText.harmless(a.target()),
                            CsvText.harmless(a.targetName()),
                            CsvText.harmless(a.detail()));
                }
                rows += some.size();
                if (some.size() < BATCH) {
                    return rows;
                }
                before = some.get(some.size() - 1).id();
            }
        }
    }

    /** Reads what a call asks for. */
    static AuditStore.Wanted wanted(Long person, String what, String target, Instant from, Instant until, Long before) {
        if (target != null && target.length() > 200 || what != null && what.length() > 40) {
            throw Refusal.badRequest("what has at most 40 characters and target 200.");
        }
        return new AuditStore.Wanted(person, empty(what), empty(target), from, until, before);
    }

    private static String empty(String s) {
        return s == null || s.isBlank() ? null : s.strip();
    }
}
