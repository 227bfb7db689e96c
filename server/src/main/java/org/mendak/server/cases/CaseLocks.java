package org.mendak.server.cases;

import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Live;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Turns;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Changes to an open case happen under its lock, one after the other; evidence hears of them in the same transaction. */
@Component
class CaseLocks {

    /** A change to an open case that answers something. */
    @FunctionalInterface
    interface Work<T> {
        T apply(Tx tx, CaseRow c);
    }

    /** A change after which the case is shown. */
    @FunctionalInterface
    interface Change {
        void apply(Tx tx, CaseRow c);
    }

    private final Db db;
    private final CaseStore store;
    private final CaseReader reader;
    private final ApplicationEventPublisher events;
    private final Live live;
    private final Turns turns;

    CaseLocks(Db db, CaseStore store, CaseReader reader, ApplicationEventPublisher events, Live live, Turns turns) {
        this.turns = turns;
        this.db = db;
        this.store = store;
        this.reader = reader;
        this.events = events;
        this.live = live;
    }

    CaseRow locked(Tx tx, long number) {
        return store.lock(tx, number).orElseThrow(() -> Refusal.notFound("There is no case " + number + "."));
    }

    /** A transaction at one case, in its turn. */
    <T> T alone(long number, Function<Tx, T> work) {
        return turns.take(() -> db.tx(work), turn(number));
    }

    /** A transaction at many cases, when it is its turn at each. */
    <T> T together(List<Long> numbers, Function<Tx, T> work) {
        return turns.take(
                () -> db.tx(work), numbers.stream().map(CaseLocks::turn).toArray());
    }

    private static Object turn(long number) {
        return "case " + number;
    }

    <T> T work(Caller caller, long number, Work<T> work) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        return alone(number, tx -> {
            CaseRow c = locked(tx, number);
            if (!c.open()) {
                throw Refusal.conflict("Case " + number + " is closed; reopen it first.");
            }
            tell(tx, caller, number);
            return work.apply(tx, c);
        });
    }

    /** The same for a change that touches an earlier case too. */
    CaseViews.Case changeBoth(Caller caller, long number, long other, Change change) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        return turns.take(() -> change(caller, number, change), turn(number), turn(other));
    }

    /** The browsers of all who have this case open hear of the change once it is stored. */
    void tell(Tx tx, Caller caller, long number) {
        opened(tx, List.of(number));
        tx.afterCommit(() -> live.tellOf("case", number, new Told(number, caller.who())));
    }

    /** Cases are there that were not, or are others; whoever keeps what cases say hears of it. */
    void opened(Tx tx, List<Long> numbers) {
        if (!numbers.isEmpty()) {
            events.publishEvent(new CaseTold(tx, numbers));
        }
    }

    /** What browsers are told of a change. */
    record Told(long number, Who by) {}

    CaseViews.Case change(Caller caller, long number, Change change) {
        work(caller, number, (tx, c) -> {
            change.apply(tx, c);
            return number;
        });
        // put together when it is the next one's turn already
        return db.tx(tx -> reader.view(tx, number));
    }

    /** Tells that the evidence of a case's error, and of those its attempts were made under, has changed. */
    void changed(Tx tx, CaseRow c, List<AttemptRow> tried) {
        Set<String> errors = new HashSet<>();
        errors.add(c.errorKey());
        tried.forEach(a -> errors.add(a.errorKey()));
        errors.remove(null);
        changed(tx, errors, List.of(c.number()));
    }

    /** The same of cases that are known by their numbers; of all that are about these errors if no number is given. */
    void changed(Tx tx, Set<String> errors, Collection<Long> cases) {
        if (!errors.isEmpty()) {
            events.publishEvent(new CaseChanged(tx, errors, cases));
        }
    }

    /** The same of cases that are new, by the known errors that they are about or that something was tried under in them. */
    void cameIn(Tx tx, Map<String, Set<Long>> cases) {
        if (!cases.isEmpty()) {
            events.publishEvent(new CaseChanged(tx, cases, true));
        }
    }
}
