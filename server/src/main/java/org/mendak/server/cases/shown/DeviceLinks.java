package org.mendak.server.cases.shown;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.mendak.server.cases.AtTheDevice;
import org.mendak.server.cases.CaseReader;
import org.mendak.server.cases.CaseTold;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/**
 * Links to the page at the device, by a short code and without signing in. A link is bound to one attempt of one case; it holds for two
 * hours, until that attempt or its case ends, an agent takes it back or shows another fix of the case. It shows the step in hand and
 * nothing else, and no command that destroys before its gate was opened.
 */
@Service
class DeviceLinks {

    /** Letters and digits that are not taken for each other when they are typed off a screen. */
    private static final String SIGNS = "23456789abcdefghjkmnpqrstuvwxyz";

    private static final int LENGTH = 8;
    private static final Duration LIVES = Duration.ofHours(2);
    /** For how long what was answered is kept behind the end of its link. */
    private static final Duration KEPT = Duration.ofDays(1);

    private static final int MOST = 2_000;
    private static final int MOST_OF_ONE = 20;

    /** A code, and until when it holds. */
    record Code(String code, Instant until) {}

    /**
     * The link of a case.
     *
     * @param fix the fix that it shows
     * @param there whether somebody looks at it just now
     */
    record Out(String code, Instant until, String fix, boolean there) {}

    private final Map<String, OpenLink> open = new ConcurrentHashMap<>();
    private final Guessing guessing = new Guessing(LIVES);
    private final SecureRandom random = new SecureRandom();
    private final Db db;
    private final LinkStore store;
    private final AnswerStore answers;
    private final AtTheDevice device;
    private final CaseReader reader;
    private final Clock clock;

    DeviceLinks(Db db, LinkStore store, AnswerStore answers, AtTheDevice device, CaseReader reader, Clock clock) {
        this.db = db;
        this.store = store;
        this.answers = answers;
        this.device = device;
        this.reader = reader;
        this.clock = clock;
    }

    /** A link for a fix, whose attempt begins if it has not; the one that is out already, if there is one for it. */
    synchronized Code show(Caller caller, long number, String fix) {
        caller.may(Role.AGENT, Scope.CASES, "show a fix");
        // before the fix is begun: who is refused has begun nothing
        db.run(tx -> refuseMore(tx, caller, number));
        long attempt = device.begin(caller, number, fix);
        Code code = db.tx(tx -> show(tx, caller, number, attempt));
        device.tell(number);
        return code;
    }

    /** One more is refused where as many are out as may be; one that takes the place of its case's own is not one more. */
    private void refuseMore(Tx tx, Caller caller, long number) {
        Instant now = clock.instant();
        if (store.ofCase(tx, number, now).isPresent()) {
            return;
        }
        long[] holding = store.holding(tx, caller.who(), now);
        if (holding[0] >= MOST_OF_ONE || holding[1] >= MOST) {
            throw Refusal.tooMany("Too many fixes are being shown just now. Take one back first.", 60);
        }
    }

    private Code show(Tx tx, Caller caller, long number, long attempt) {
        Instant now = clock.instant();
        store.forget(tx, now.minus(KEPT));
        Optional<LinkStore.Link> out = store.ofCase(tx, number, now).filter(l -> l.attempt() == attempt);
        if (out.isPresent()) {
            return new Code(out.get().code(), out.get().until());
        }
        store.end(tx, number, now);
        StringBuilder code = new StringBuilder();
        for (int i = 0; i < LENGTH; i++) {
            code.append(SIGNS.charAt(random.nextInt(SIGNS.length())));
        }
        Instant until = now.plus(LIVES);
        store.add(tx, code.toString(), number, attempt, caller.who(), now, until);
        tx.afterCommit(() -> forgetOpen(number));
        return new Code(code.toString(), until);
    }

    /** Takes back whatever of a case is shown. */
    synchronized void takeBack(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.CASES, "take back what is shown");
        db.run(tx -> {
            reader.row(tx, number);
            store.end(tx, number, clock.instant());
        });
        forgetOpen(number);
        device.tell(number);
    }

    private void forgetOpen(long number) {
        Instant now = clock.instant();
        open.values()
                .removeIf(l ->
                        l.link().number() == number || !now.isBefore(l.link().until()));
    }

    /** The link of a case; empty if none holds. */
    Optional<Out> out(Tx tx, long number) {
        Instant now = clock.instant();
        return store.ofCase(tx, number, now)
                .flatMap(l -> device.fixOf(tx, number, l.attempt())
                        .map(fix -> new Out(l.code(), l.until(), fix, there(l, now))));
    }

    private boolean there(LinkStore.Link l, Instant now) {
        OpenLink o = open.get(l.code());
        return o != null && o.there(now);
    }

    /**
     * The link that a code opens.
     *
     * @param from the address that asks
     */
    OpenLink opened(String typed, String from) {
        String code = typed.length() > 100 ? "" : typed.toLowerCase(Locale.ROOT).replaceAll("[\\s-]", "");
        guessing.check(from, code);
        OpenLink l = open.get(code);
        if (l == null) {
            l = db.tx(tx -> store.byCode(tx, code))
                    .map(row -> new OpenLink(row, clock.millis()))
                    .orElse(null);
            if (l == null) {
                guessing.wrong(from);
                throw Refusal.notFound("This code shows nothing, or no longer. Ask the desk for a new one.");
            }
            if (l.link().ended() == null) {
                OpenLink other = open.putIfAbsent(code, l);
                l = other == null ? l : other;
            }
        }
        Instant now = clock.instant();
        if (l.link().ended() != null || !now.isBefore(l.link().until())) {
            open.remove(code);
            throw over();
        }
        guessing.right(from, code);
        if (l.asked(now)) {
            device.tell(l.link().number());
        }
        return l;
    }

    /** Whoever knows the code of something that is over does not guess. */
    private static Refusal over() {
        return Refusal.notFound("The desk has ended this and shows it no longer. Thank you; if there is more to do,"
                + " the desk tells you a new code.");
    }

    /** Refuses if a link was ended, and has who ends it wait: once its end was told, nothing comes through it any more. */
    void hold(Tx tx, LinkStore.Link l) {
        if (!store.hold(tx, l.id())) {
            throw over();
        }
    }

    /** What a link shows now; refuses if it was ended, however lately: who asked just then may have it open still. */
    AtTheDevice.InHand inHand(Tx tx, LinkStore.Link l) {
        return Optional.of(l)
                .filter(x -> store.holds(tx, x.id()))
                .flatMap(x -> device.inHand(tx, x.number(), x.attempt()))
                .orElseThrow(DeviceLinks::over);
    }

    /** The same as a page. */
    DevicePage page(OpenLink l) {
        LinkStore.Link link = l.link();
        return db.tx(tx -> {
            AtTheDevice.InHand now = inHand(tx, link);
            l.shownUntil(now.until());
            return DevicePage.of(now, answers.ofStep(tx, link.id(), now.at()), link.until());
        });
    }

    @EventListener
    void changed(CaseTold event) {
        event.tx().afterCommit(() -> event.numbers().forEach(this::changed));
    }

    /** What the links of a case show is another now, or may be. */
    void changed(long number) {
        open.values().stream().filter(l -> l.link().number() == number).forEach(OpenLink::changed);
    }
}
