package org.mendak.server.gaps;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Refusal;
import org.springframework.stereotype.Component;

/** Rehearsals that are under way: how far each is, and whether it is to be stopped. Known by the name that whoever began it gave it. */
@Component
class RunningRehearsals {

    /** Two at once of one person are enough; one that was left by closing the page is still running. */
    private static final int MOST_OF_ONE = 2;

    private final Map<Of, Running> running = new ConcurrentHashMap<>();

    private record Of(long person, String run) {}

    /** One of them. */
    static final class Running {

        private volatile int looked;
        private volatile int of;
        private volatile boolean stopped;

        /** So many texts there are to look at. */
        void of(int texts) {
            of = texts;
        }

        /** One more. */
        void next() {
            if (stopped) {
                throw Refusal.conflict("The rehearsal was stopped. Nothing was changed.");
            }
            // one thread counts, others read
            looked = looked + 1;
        }
    }

    /** How far it is; {@code of} is 0 while that is not known. */
    record Progress(int looked, int of) {}

    /** Begins one under a name that nobody else of this person's has. */
    Running begin(Caller caller, String run) {
        long his =
                running.keySet().stream().filter(o -> o.person() == caller.id()).count();
        if (his >= MOST_OF_ONE) {
            throw Refusal.tooMany("You have " + his + " rehearsals under way. Stop one of them, or wait for it.", 2);
        }
        Running r = new Running();
        if (running.putIfAbsent(new Of(caller.id(), run), r) != null) {
            throw Refusal.conflict("A rehearsal of yours is under way by this name.");
        }
        return r;
    }

    void end(Caller caller, String run) {
        running.remove(new Of(caller.id(), run));
    }

    /** Nothing of nothing before it has begun and once it has ended. */
    Progress progress(Caller caller, String run) {
        Running r = running.get(new Of(caller.id(), run));
        return r == null ? new Progress(0, 0) : new Progress(r.looked, r.of);
    }

    /** Stops it, if it is under way. */
    void stop(Caller caller, String run) {
        Running r = running.get(new Of(caller.id(), run));
        if (r != null) {
            r.stopped = true;
        }
    }
}
