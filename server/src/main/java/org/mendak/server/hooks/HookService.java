package org.mendak.server.hooks;

import java.time.Clock;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Secrets;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Service;

/** Who is told of what, for leads. */
@Service
class HookService {

    static final int MOST = 20;
    private static final int CALLS = 50;
    private static final String ACT = "see and change who is told";

    private final Db db;
    private final HookStore store;
    private final HookEvents events;
    private final AuditStore audit;
    private final Clock clock;

    HookService(Db db, HookStore store, HookEvents events, AuditStore audit, Clock clock) {
        this.db = db;
        this.store = store;
        this.events = events;
        this.audit = audit;
        this.clock = clock;
    }

    /** An address that is told; {@code secret} only when it was just made. */
    record View(
            long id,
            String address,
            Set<Happening> events,
            boolean paused,
            Who by,
            Instant at,
            @OrNull String secret,
            @OrNull CallView last) {}

    /** Something that it is told. */
    record CallView(
            long id,
            String event,
            String about,
            Instant at,
            String state,
            int tries,
            @OrNull Instant nextAt,
            String answer,
            @OrNull Instant endedAt,
            String body) {}

    /** What one was told, the newest first; {@code total} of all there are. */
    record Calls(int total, List<CallView> calls) {}

    private static CallView view(HookStore.Call c) {
        return new CallView(
                c.id(),
                c.event(),
                c.about(),
                c.at(),
                c.state(),
                c.tries(),
                c.nextAt(),
                c.answer(),
                c.endedAt(),
                c.body());
    }

    private View view(Tx tx, HookStore.Hook h, String secret) {
        CallView last = store.calls(tx, h.id(), 1).stream()
                .map(HookService::view)
                .findFirst()
                .orElse(null);
        return new View(h.id(), h.address(), h.events(), h.paused(), h.person(), h.at(), secret, last);
    }

    List<View> all(Caller caller) {
        caller.may(Role.LEAD, Scope.ADMIN, ACT);
        return db.tx(tx -> store.all(tx).stream().map(h -> view(tx, h, null)).toList());
    }

    View add(Caller caller, String address, List<Happening> wanted) {
        caller.may(Role.LEAD, Scope.ADMIN, ACT);
        String checked = HookAddress.checked(address);
        Set<Happening> all = EnumSet.noneOf(Happening.class);
        if (wanted != null) {
            wanted.stream().filter(Objects::nonNull).forEach(all::add);
        }
        if (all.isEmpty()) {
            throw Refusal.invalid("Say what it is to be told: published, surging, case-closed.");
        }
        String secret = Secrets.random();
        Instant now = clock.instant();
        return db.tx(tx -> {
            if (store.all(tx).size() >= MOST) {
                throw Refusal.invalid("At most " + MOST + " addresses are told. Take one away first.");
            }
            long id = store.add(tx, new HookStore.Hook(0, checked, all, secret, false, caller.who(), now, now));
            audit.write(tx, caller, "hook-added", "hook/" + id, checked);
            return view(tx, store.find(tx, id).orElseThrow(), secret);
        });
    }

    View pause(Caller caller, long id, boolean paused) {
        caller.may(Role.LEAD, Scope.ADMIN, ACT);
        return db.tx(tx -> {
            HookStore.Hook h = existing(tx, id);
            if (h.paused() != paused) {
                store.pause(tx, id, paused, clock.instant());
                audit.write(tx, caller, paused ? "hook-paused" : "hook-resumed", "hook/" + id, h.address());
            }
            return view(tx, existing(tx, id), null);
        });
    }

    void delete(Caller caller, long id) {
        caller.may(Role.LEAD, Scope.ADMIN, ACT);
        db.run(tx -> {
            HookStore.Hook h = existing(tx, id);
            store.delete(tx, id);
            audit.write(tx, caller, "hook-deleted", "hook/" + id, h.address());
        });
    }

    Calls calls(Caller caller, long id) {
        caller.may(Role.LEAD, Scope.ADMIN, ACT);
        return db.tx(tx -> {
            existing(tx, id);
            return calls(tx, id);
        });
    }

    private Calls calls(Tx tx, long id) {
        return new Calls(
                store.calls(tx, id),
                store.calls(tx, id, CALLS).stream().map(HookService::view).toList());
    }

    /** Tells it that nothing happened, to see whether it hears. */
    Calls tryOut(Caller caller, long id) {
        caller.may(Role.LEAD, Scope.ADMIN, ACT);
        return db.tx(tx -> {
            HookStore.Hook h = existing(tx, id);
            if (h.paused()) {
                throw Refusal.conflict("It is paused. Let it go on first.");
            }
            events.tryOut(tx, h);
            return calls(tx, id);
        });
    }

    /** Tells it once more now, whatever came of it before. */
    Calls again(Caller caller, long id, long call) {
        caller.may(Role.LEAD, Scope.ADMIN, ACT);
        return db.tx(tx -> {
            existing(tx, id);
            HookStore.Call c = store.call(tx, id, call)
                    .orElseThrow(() -> Refusal.notFound("It was not told that, or it is forgotten."));
            store.ended(tx, call, "waiting", 0, c.answer(), clock.instant(), null);
            return calls(tx, id);
        });
    }

    private HookStore.Hook existing(Tx tx, long id) {
        return store.find(tx, id).orElseThrow(() -> Refusal.notFound("There is no such address."));
    }
}
