package org.mendak.server.exchange;

import java.io.IOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.custody.DeskIdentity;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskState;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.SpooledFile;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/**
 * Every case with all that is kept of it, in one line of JSON each. What retention has taken away is not there any more; pictures stay
 * where they are.
 */
@Service
class WholeCases {

    private static final int PAGE = 200;

    private final Db db;
    private final CaseLog log;
    private final ExchangeStore store;
    private final AuditStore audit;
    private final DeskFolder folder;
    private final DeskIdentity desk;
    private final DeskState state;
    private final JsonMapper json;

    WholeCases(
            Db db,
            CaseLog log,
            ExchangeStore store,
            AuditStore audit,
            DeskFolder folder,
            DeskIdentity desk,
            DeskState state,
            JsonMapper json) {
        this.db = db;
        this.log = log;
        this.store = store;
        this.audit = audit;
        this.folder = folder;
        this.desk = desk;
        this.state = state;
        this.json = json;
    }

    private record Said(Instant at, Who agent, String text) {}

    private record Step(int step, String what, String note, String output, Instant at, Who agent) {}

    private record Tried(
            String fix,
            String error,
            String outcome,
            boolean triedBefore,
            boolean cameBack,
            Double minutes,
            String note,
            Who agent,
            Instant startedAt,
            Instant endedAt,
            List<Step> steps) {}

    private record Free(
            String did, String command, String output, String triedFor, String outcome, Instant at, Who agent) {}

    private record Line(
            String caseKey,
            long number,
            String error,
            String product,
            String version,
            String phase,
            String device,
            String reference,
            String requester,
            String status,
            Who agent,
            Instant openedAt,
            Instant closedAt,
            Instant recurredAt,
            Long follows,
            Long duplicateOf,
            String limitation,
            Map<String, String> facts,
            List<Said> texts,
            List<Said> notes,
            List<Tried> attempts,
            List<Free> offTheScript,
            String exportedBy) {}

    SpooledFile export(Caller caller) throws IOException {
        caller.may(Role.LEAD, Scope.CASES, "export cases");
        Path file = folder.spool();
        boolean whole = false;
        try {
            long cases = write(file);
            db.run(tx -> audit.write(tx, caller, "cases-exported", "cases", cases + " with their texts and notes"));
            whole = true;
            return SpooledFile.of(file, "cases.jsonl", "application/x-ndjson").with("Mendak-Cases", cases);
        } finally {
            if (!whole) {
                Files.deleteIfExists(file);
            }
        }
    }

    private long write(Path file) throws IOException {
        long cases = 0;
        long after = 0;
        try (Writer out = Files.newBufferedWriter(file, StandardCharsets.UTF_8)) {
            while (true) {
                long from = after;
                List<Line> page = db.tx(tx -> {
                    List<CaseLog.Whole> all = log.page(tx, from, PAGE);
                    List<Long> numbers = all.stream().map(w -> w.row().number()).toList();
                    Map<Long, List<ExchangeStore.Said>> texts =
                            byKey(store.texts(tx, numbers), ExchangeStore.Said::number);
                    Map<Long, List<ExchangeStore.Said>> notes =
                            byKey(store.notes(tx, numbers), ExchangeStore.Said::number);
                    Map<Long, List<ExchangeStore.Step>> steps =
                            byKey(store.steps(tx, numbers), ExchangeStore.Step::attempt);
                    Map<Long, List<ExchangeStore.Free>> free =
                            byKey(store.freeSteps(tx, numbers), ExchangeStore.Free::number);
                    return all.stream()
                            .map(w -> line(w, texts, notes, steps, free))
                            .toList();
                });
                if (page.isEmpty()) {
                    return cases;
                }
                // a disk that is nearly full stays so for the desk
                state.refuseWriting();
                for (Line l : page) {
                    out.write(json.writeValueAsString(l));
                    out.write('\n');
                    after = l.number();
                }
                cases += page.size();
            }
        }
    }

    private static <T> Map<Long, List<T>> byKey(List<T> all, Function<T, Long> key) {
        return all.stream().collect(Collectors.groupingBy(key));
    }

    private Line line(
            CaseLog.Whole w,
            Map<Long, List<ExchangeStore.Said>> texts,
            Map<Long, List<ExchangeStore.Said>> notes,
            Map<Long, List<ExchangeStore.Step>> steps,
            Map<Long, List<ExchangeStore.Free>> free) {
        CaseRow c = w.row();
        return new Line(
                w.importKey() == null ? desk.caseKey(c.number()) : w.importKey(),
                c.number(),
                c.errorKey(),
                c.product(),
                c.productVersion(),
                c.phase(),
                c.device(),
                c.reference(),
                c.requester(),
                Words.word(c.status()),
                c.agent(),
                c.openedAt(),
                c.closedAt(),
                c.recurredAt(),
                c.follows(),
                c.duplicateOf(),
                c.limitation(),
                w.facts(),
                said(texts.get(c.number())),
                said(notes.get(c.number())),
                w.attempts().stream().map(a -> tried(a, steps.get(a.id()))).toList(),
                free.getOrDefault(c.number(), List.of()).stream()
                        .map(f -> new Free(f.did(), f.command(), f.output(), f.tried(), f.outcome(), f.at(), f.agent()))
                        .toList(),
                desk.id());
    }

    private static List<Said> said(List<ExchangeStore.Said> all) {
        return all == null
                ? List.of()
                : all.stream().map(s -> new Said(s.at(), s.agent(), s.text())).toList();
    }

    private static Tried tried(AttemptRow a, List<ExchangeStore.Step> steps) {
        return new Tried(
                a.fixKey(),
                a.errorKey(),
                a.outcome() == null ? null : Words.word(a.outcome()),
                a.triedBefore(),
                a.cameBack(),
                a.minutes(),
                a.note(),
                a.agent(),
                a.startedAt(),
                a.endedAt(),
                steps == null
                        ? List.of()
                        : steps.stream()
                                .map(s -> new Step(s.step(), s.what(), s.note(), s.output(), s.at(), s.agent()))
                                .toList());
    }
}
