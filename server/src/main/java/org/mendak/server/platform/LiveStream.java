package org.mendak.server.platform;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Set;
import java.util.concurrent.Executor;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * What one open browser is told, in its order. Whoever tells it something never waits: it is written by other threads, and one that does not take
 * what it is told is ended. Its browser opens another and asks for what it shows.
 */
final class LiveStream {

    /** What waits for a browser that is slow. */
    private static final int MOST_WAITING = 500;

    private final SseEmitter emitter = new SseEmitter(0L);
    private final Set<String> about;
    private final Executor writers;
    private final Deque<SseEmitter.SseEventBuilder> waiting = new ArrayDeque<>();
    private boolean writing;
    private boolean ended;

    /** @param about the things whose events it wants one by one */
    LiveStream(Set<String> about, Executor writers) {
        this.about = Set.copyOf(about);
        this.writers = writers;
    }

    SseEmitter emitter() {
        return emitter;
    }

    boolean wants(String thing) {
        return about.contains(thing);
    }

    void tell(SseEmitter.SseEventBuilder event) {
        synchronized (waiting) {
            if (ended) {
                return;
            }
            if (waiting.size() >= MOST_WAITING) {
                // who writes to it hears of that as soon as it can
                ended = true;
                waiting.clear();
                return;
            }
            waiting.add(event);
            if (!writing) {
                writing = true;
                writers.execute(this::write);
            }
        }
    }

    /** Ends it; what it was told and has not taken is not told any more. Never waits for one who is just being written to. */
    void end() {
        boolean idle;
        synchronized (waiting) {
            ended = true;
            waiting.clear();
            idle = !writing;
        }
        if (idle) {
            emitter.complete();
        }
    }

    private void write() {
        for (SseEmitter.SseEventBuilder e = next(); e != null; e = next()) {
            try {
                emitter.send(e);
            } catch (IOException | IllegalStateException gone) {
                // the emitter tells whoever opened it
                synchronized (waiting) {
                    ended = true;
                    waiting.clear();
                }
            }
        }
    }

    private SseEmitter.SseEventBuilder next() {
        SseEmitter.SseEventBuilder e;
        boolean over;
        synchronized (waiting) {
            e = waiting.poll();
            writing = e != null;
            over = ended && e == null;
        }
        if (over) {
            emitter.complete();
        }
        return e;
    }
}
