package org.mendak.server.retention;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendak.server.cases.CaseErasing;
import org.mendak.server.cases.CaseErasing.Kind;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Jobs;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Rests;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Words;
import org.mendak.server.team.DeskSettings;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/**
 * Erases what was kept long enough, by the days that leads have set for each kind, counted from the end of a case; and what somebody asked for,
 * at once. Open cases keep what they have.
 */
@Service
class RetentionService {

    private static final Logger LOG = LoggerFactory.getLogger(RetentionService.class);
    private static final int PAGE = 500;
    private static final int MOST_AT_ONCE = 500;
    private static final Duration DAY = Duration.ofDays(1);
    private static final Caller MENDAK = new Caller(0, "mendak", "Mendak", Role.LEAD, Set.of());

    private final Db db;
    private final RetentionStore store;
    private final CaseErasing erasing;
    private final DeskSettings settings;
    private final Jobs jobs;
    private final AuditStore audit;
    private final Clock clock;

    RetentionService(
            Db db,
            RetentionStore store,
            CaseErasing erasing,
            DeskSettings settings,
            Jobs jobs,
            AuditStore audit,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.erasing = erasing;
        this.settings = settings;
        this.jobs = jobs;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * When it was looked last.
     *
     * @param at null if it never was
     * @param said what was erased then; empty if it never was
     */
    record Looked(@OrNull Instant at, String said) {}

    Looked looked(Caller caller) {
        caller.may(Role.LEAD, Scope.ADMIN, "see what was erased");
        return db.tx(store::last).map(l -> new Looked(l.at(), l.said())).orElse(new Looked(null, ""));
    }

    /** In how many cases something of each kind was erased. */
    record Erased(int texts, int outputs, int pictures, int names) {
        static Erased of(Map<Kind, Integer> erased) {
            return new Erased(
                    erased.getOrDefault(Kind.TEXTS, 0),
                    erased.getOrDefault(Kind.OUTPUTS, 0),
                    erased.getOrDefault(Kind.PICTURES, 0),
                    erased.getOrDefault(Kind.NAMES, 0));
        }
    }

    /** Looks now; the job's result is {@link Erased}. */
    Jobs.View purge(Caller caller) {
        caller.may(Role.LEAD, Scope.ADMIN, "erase what was kept long enough");
        return jobs.start(caller, "purge", progress -> Erased.of(purge(caller, new Rests(0))));
    }

    /** Looks if a day has passed since it was looked last, and anything is to be erased at all. */
    void daily(Rests rests) {
        if (days().isEmpty()) {
            return;
        }
        Instant due = db.tx(store::last).map(l -> l.at().plus(DAY)).orElse(Instant.EPOCH);
        if (clock.instant().isBefore(due)) {
            return;
        }
        try {
            purge(MENDAK, rests);
        } catch (Refusal | DbException e) {
            LOG.warn(
                    "what was kept long enough could not be erased; it is tried again within the hour: {}",
                    e.getMessage());
        }
    }

    private Map<Kind, Integer> days() {
        DeskSettings.Values set = settings.values();
        Map<Kind, Integer> days = new EnumMap<>(Kind.class);
        put(days, Kind.TEXTS, set.textDays());
        put(days, Kind.OUTPUTS, set.outputDays());
        put(days, Kind.PICTURES, set.pictureDays());
        put(days, Kind.NAMES, set.nameDays());
        return days;
    }

    private static void put(Map<Kind, Integer> days, Kind kind, Integer set) {
        if (set != null) {
            days.put(kind, set);
        }
    }

    private synchronized Map<Kind, Integer> purge(Caller caller, Rests rests) {
        Map<Kind, Integer> erased = new EnumMap<>(Kind.class);
        for (Map.Entry<Kind, Integer> set : days().entrySet()) {
            Instant before = clock.instant().minus(Duration.ofDays(set.getValue()));
            RetentionStore.Ended after = new RetentionStore.Ended(0, Instant.EPOCH);
            while (after != null) {
                long began = System.nanoTime();
                after = page(set.getKey(), before, after, erased);
                if (rests.after(System.nanoTime() - began)) {
                    // the program ends: not written down as done, so that the next start goes on
                    return erased;
                }
            }
        }
        db.run(tx -> audit.write(tx, caller, "purged", "cases", said(erased)));
        return erased;
    }

    /** The last case of the page; null if there is none behind it. */
    private RetentionStore.Ended page(
            Kind kind, Instant before, RetentionStore.Ended after, Map<Kind, Integer> erased) {
        return db.tx(tx -> {
            List<RetentionStore.Ended> page = store.ended(tx, before, after, PAGE);
            if (page.isEmpty()) {
                return null;
            }
            List<Long> numbers = page.stream().map(RetentionStore.Ended::number).toList();
            erasing.erase(tx, numbers, EnumSet.of(kind)).forEach((k, n) -> erased.merge(k, n, Integer::sum));
            return page.size() < PAGE ? null : page.get(page.size() - 1);
        });
    }

    private static String said(Map<Kind, Integer> erased) {
        return erased.isEmpty()
                ? "nothing was old enough"
                : erased.entrySet().stream()
                        .map(e -> Words.word(e.getKey()) + " of "
                                + (e.getValue() == 1 ? "1 case" : e.getValue() + " cases"))
                        .collect(Collectors.joining(", "));
    }

    /**
     * Whose words are erased: of one case, or of all cases of somebody who called.
     *
     * @param number a case; null if a requester is meant
     * @param requester a name as it stands in cases; null if a case is meant
     */
    @FromCaller
    record Wanted(Long number, String requester) {}

    /** Erases all words of people at once, of open cases too. It cannot be undone; evidence stays. */
    Erased erase(Caller caller, Wanted w) {
        caller.may(Role.LEAD, Scope.ADMIN, "erase what people said");
        if ((w.number() == null) == (w.requester() == null || w.requester().isBlank())) {
            throw Refusal.invalid("Say either the number of a case or the name of a requester.");
        }
        Map<Kind, Integer> erased = new EnumMap<>(Kind.class);
        int cases = 0;
        // a page at a time: where a name was erased the next page has other cases
        for (int page = MOST_AT_ONCE; page == MOST_AT_ONCE && (w.number() == null || cases == 0); cases += page) {
            page = db.tx(tx -> erasePage(tx, w, erased));
        }
        if (cases == 0) {
            throw Refusal.notFound(
                    w.number() == null
                            ? "No case has a requester of this name. Nothing was erased."
                            : "There is no case " + w.number() + ". Nothing was erased.");
        }
        String said = cases == 1 ? "1 case" : cases + " cases";
        // the name that was erased belongs into no journal
        String target = w.number() == null ? "cases" : String.valueOf(w.number());
        db.run(tx -> audit.write(tx, caller, "case-words-erased", target, said));
        return Erased.of(erased);
    }

    /** How many cases were looked at. */
    private int erasePage(Tx tx, Wanted w, Map<Kind, Integer> erased) {
        List<Long> numbers = w.number() == null
                ? store.ofRequester(tx, w.requester().strip().toLowerCase(Locale.ROOT), MOST_AT_ONCE)
                : store.isCase(tx, w.number()) ? List.of(w.number()) : List.of();
        erasing.erase(tx, numbers, EnumSet.allOf(Kind.class)).forEach((k, n) -> erased.merge(k, n, Integer::sum));
        return numbers.size();
    }
}
