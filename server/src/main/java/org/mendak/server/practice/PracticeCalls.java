package org.mendak.server.practice;

import java.security.SecureRandom;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.CaseService;
import org.mendak.server.cases.CaseTold;
import org.mendak.server.cases.CaseViews;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/** Calls to practise on: somebody rings about a device with a fault, and the case is worked as any, but counts for nothing. */
@Service
class PracticeCalls {

    private static final int LATELY = 10;
    private static final int MOST_LEFT = 1_000;

    private final Db db;
    private final PracticeCallStore store;
    private final PracticeDevices devices;
    private final CaseService cases;
    private final AfterPractice after;
    private final LibraryService library;
    private final AuditStore audit;
    private final SecureRandom chance = new SecureRandom();

    PracticeCalls(
            Db db,
            PracticeCallStore store,
            PracticeDevices devices,
            CaseService cases,
            AfterPractice after,
            LibraryService library,
            AuditStore audit) {
        this.db = db;
        this.store = store;
        this.devices = devices;
        this.cases = cases;
        this.after = after;
        this.library = library;
        this.audit = audit;
    }

    /** A practice case of the caller's in a list. */
    record Line(long number, String device, String says, String status, Instant openedAt) {}

    /** The newest practice cases of the caller, the newest first; those of others are nobody's business. */
    List<Line> mine(Caller caller) {
        caller.may(Role.AGENT, Scope.CASES, "practise");
        return db.tx(tx -> store.of(tx, caller.who(), LATELY)).stream()
                .map(k -> new Line(k.number(), k.device(), k.says(), k.status(), k.openedAt()))
                .toList();
    }

    /** Somebody rings: a device with a fault that is practised now, and what they say of it. */
    PracticeDevices.Seen take(Caller caller) {
        caller.may(Role.AGENT, Scope.CASES, "practise");
        Map<String, List<String>> all = callable();
        List<String> chosen =
                db.tx(store::choice).stream().filter(all::containsKey).toList();
        List<String> from = chosen.isEmpty() ? List.copyOf(all.keySet()) : chosen;
        if (from.isEmpty()) {
            throw Refusal.conflict("Nobody can ring: no known error that a device can have is published.");
        }
        String error = from.get(chance.nextInt(from.size()));
        List<String> causes = all.get(error);
        return devices.ring(caller, error, causes.get(chance.nextInt(causes.size())));
    }

    /** Errors that readers see, by causes whose fixes they see. */
    private Map<String, List<String>> callable() {
        Library now = library.library();
        Map<String, List<String>> all = new TreeMap<>();
        devices.callable().forEach((error, causes) -> {
            List<String> known =
                    causes.stream().filter(c -> now.fix(c).isPresent()).toList();
            if (now.error(error).isPresent() && !known.isEmpty()) {
                all.put(error, known);
            }
        });
        return all;
    }

    /** Opens the practice case of a call. */
    CaseViews.Case open(Caller caller, String id, CaseService.Opening o) {
        return devices.opened(
                caller,
                id,
                behind -> cases.practise(caller, o, (tx, number) -> store.add(tx, number, caller.who(), behind)),
                CaseViews.Case::number);
    }

    /**
     * The other end of a practice case.
     *
     * @param device the caller's device; null once the case has ended
     * @param ended what it was; null while the case is open
     */
    record Other(
            @OrNull String device,
            String name,
            String says,
            @OrNull AfterPractice.Told ended) {}

    /** The other end of a practice case of the caller's; of an open one that has no device any more, the device as it was when the call came. */
    Other other(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.CASES, "practise");
        PracticeCallStore.Kept k = db.tx(tx -> store.find(tx, caller.who(), number))
                .orElseThrow(() -> Refusal.notFound("There is no practice case " + number + "."));
        Optional<String> device = devices.ofCase(caller, number);
        if (k.closedAt() != null) {
            return new Other(device.orElse(null), k.device(), k.says(), after.told(caller, k));
        }
        String there = device.orElseGet(() -> devices.again(
                        caller, k.device(), k.error(), k.cause(), PracticeCall.ringing(k.says(), k.number()))
                .id());
        return new Other(there, k.device(), k.says(), null);
    }

    /** Writes down how a device was left when its case ended, and takes it back. */
    @EventListener
    void changed(CaseTold event) {
        List<Long> practised =
                event.numbers().stream().filter(CaseNumbers::isPractice).toList();
        if (!practised.isEmpty()) {
            event.tx().afterCommit(() -> writeDown(practised));
        }
    }

    /** The case has ended whether this can be kept or not. */
    private void writeDown(List<Long> numbers) {
        try {
            for (long number : db.tx(tx -> store.ended(tx, numbers))) {
                devices.handedIn(number).ifPresent(l -> db.run(tx -> store.left(tx, number, l, lines(l))));
            }
        } catch (DbException e) {
            // what is told of the case later says that it is not known how the device was left
        }
    }

    private static String lines(PracticeDevices.Left left) {
        String lines = left.notPutBack().entrySet().stream()
                .map(e -> e.getKey().replace('.', ' ').replace('_', ' ') + ": " + e.getValue())
                .collect(Collectors.joining("\n"));
        return lines.substring(0, Math.min(MOST_LEFT, lines.length()));
    }

    /** A known error that can be practised. */
    record Choosable(String error, String title, boolean chosen) {}

    /**
     * What calls are about.
     *
     * @param all whether anything of it may come, because nothing was chosen
     */
    record Choice(boolean all, List<Choosable> errors) {}

    Choice choice(Caller caller) {
        caller.may(Role.AGENT, Scope.CASES, "practise");
        return choice(db.tx(store::choice));
    }

    private Choice choice(List<String> stored) {
        Library now = library.library();
        Set<String> there = callable().keySet();
        Set<String> chosen = new HashSet<>(stored);
        chosen.retainAll(there);
        return new Choice(
                chosen.isEmpty(),
                there.stream()
                        .map(e -> new Choosable(
                                e, now.error(e).map(KnownError::title).orElse(e), chosen.contains(e)))
                        .toList());
    }

    /** Chooses what calls are about; nothing chosen is anything. */
    Choice choose(Caller caller, List<String> errors) {
        caller.may(Role.LEAD, Scope.LIBRARY, "choose what is practised");
        Set<String> there = callable().keySet();
        Set<String> wanted = new TreeSet<>(errors == null ? List.of() : errors);
        for (String e : wanted) {
            if (!there.contains(e)) {
                throw Refusal.invalid("\"" + PracticeDevices.start(e)
                        + "\" cannot be practised: no device has it, or it is not published.");
            }
        }
        List<String> kept = List.copyOf(wanted);
        db.run(tx -> {
            store.choose(tx, kept);
            audit.write(
                    tx, caller, "practice-chosen", "practice", kept.isEmpty() ? "all" : kept.size() + " known errors");
        });
        return choice(kept);
    }
}
