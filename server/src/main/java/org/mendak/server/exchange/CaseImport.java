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
import java.util.List;
import org.apache.commons.csv.CSVException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.apache.commons.csv.DuplicateHeaderMode;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.custody.DeskIdentity;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.Jobs;
import org.mendak.server.platform.ReceivedFiles;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Trace;
import org.mendak.server.platform.Turns;
import org.mendak.server.team.TeamService;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/**
 * Takes cases in from CSV. The file is received and read through as CSV first, so one that breaks off or is no CSV has done nothing; then cases
 * are stored some hundred at a time. It is never whole in memory.
 */
@Service
class CaseImport {

    private static final Logger LOG = LoggerFactory.getLogger(CaseImport.class);

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
    private final Turns turns;
    private final CaseIntake cases;
    private final LibraryService library;
    private final TeamService team;
    private final AuditStore audit;
    private final ReceivedFiles gate;
    private final DeskIdentity desk;

    CaseImport(
            Db db,
            Turns turns,
            CaseIntake cases,
            LibraryService library,
            TeamService team,
            AuditStore audit,
            ReceivedFiles gate,
            DeskIdentity desk) {
        this.db = db;
        this.turns = turns;
        this.cases = cases;
        this.library = library;
        this.team = team;
        this.audit = audit;
        this.gate = gate;
        this.desk = desk;
    }

    /** A file that was received and read through; it is gone once its cases were stored, or it is closed. */
    record Received(Path file, long rows) implements AutoCloseable {
        @Override
        public void close() throws IOException {
            Files.deleteIfExists(file);
        }
    }

    Received receive(Caller caller, InputStream body) throws IOException {
        caller.may(Role.LEAD, Scope.CASES, "import cases");
        Path file = gate.received(body);
        boolean right = false;
        try {
            Received r = new Received(file, readThrough(file));
            right = true;
            return r;
        } finally {
            if (!right) {
                Files.deleteIfExists(file);
            }
        }
    }

    /**
     * Stores its cases, each wholly or not at all. One that was stored before is not stored again, so the same file goes on where another
     * attempt ended.
     *
     * @param progress told of rows; between two batches it is asked whether to stop
     */
    Imported store(Caller caller, Received received, Jobs.Progress progress) {
        try (received;
                RowReader in = open(received.file());
                CSVParser parser = FORMAT.parse(in)) {
            ImportRun run = new ImportRun(
                    db,
                    turns,
                    cases,
                    new CaseCsv(library.library(), caller.who(), team.known(), parser.getHeaderNames()),
                    desk.id());
            try {
                return run.all(parser, in, received.rows(), progress);
            } finally {
                noted(caller, run);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Where that cannot be written any more, why the import stopped is what is told. */
    private void noted(Caller caller, ImportRun run) {
        try {
            db.run(tx -> audit.write(tx, caller, "cases-imported", "cases", run.said()));
        } catch (DbException | Refusal e) {
            LOG.error("an import could not be written down: {}: {}", run.said(), Trace.of(e));
        }
    }

    private static RowReader open(Path file) throws IOException {
        return new RowReader(new InputStreamReader(
                Files.newInputStream(file),
                StandardCharsets.UTF_8.newDecoder().onMalformedInput(CodingErrorAction.REPORT)));
    }

    /** How many rows it has. */
    private static long readThrough(Path file) throws IOException {
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
            return row - 1;
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
}
