package org.mendak.server.platform;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * The streams of server-sent events, one for each open browser, and what goes over them. A stream that was lost takes up again behind
 * the last event it had, as far as the last hundred events of that person reach.
 */
@Component
public class Live implements SmartLifecycle {

    private static final int KEPT = 100;
    private static final int MOST_STREAMS = 8;
    private static final long HEARTBEAT_S = 15;

    private record Event(long id, String kind, Object data) {}

    /** The streams of one person and the last events; its monitor guards both. */
    private static final class Person {
        final List<SseEmitter> streams = new ArrayList<>();
        final Deque<Event> last = new ArrayDeque<>();
    }

    private final Map<Long, Person> people = new ConcurrentHashMap<>();
    private final AtomicLong ids = new AtomicLong();
    private volatile ScheduledExecutorService clock;

    /** Opens a stream; events behind {@code after} that are still kept are sent at once. */
    SseEmitter open(Caller caller, Long after) {
        Person p = people.computeIfAbsent(caller.id(), k -> new Person());
        SseEmitter stream = new SseEmitter(0L);
        stream.onCompletion(() -> forget(p, stream));
        stream.onError(e -> forget(p, stream));
        synchronized (p) {
            while (p.streams.size() >= MOST_STREAMS) {
                p.streams.remove(0).complete();
            }
            p.streams.add(stream);
            send(p, stream, SseEmitter.event().comment("open"));
            if (after != null) {
                p.last.stream().filter(e -> e.id() > after).toList().forEach(e -> send(p, stream, event(e)));
            }
        }
        return stream;
    }

    /** Tells all open browsers of a person. Never waits for a slow one longer than its buffer is full. */
    public void tell(Caller person, String kind, Object data) {
        Person p = people.computeIfAbsent(person.id(), k -> new Person());
        Event e = new Event(ids.incrementAndGet(), kind, data);
        synchronized (p) {
            p.last.addLast(e);
            if (p.last.size() > KEPT) {
                p.last.removeFirst();
            }
            List.copyOf(p.streams).forEach(s -> send(p, s, event(e)));
        }
    }

    /** Tells every open browser of everybody. Not kept for those who come later: they ask for what they show anyway. */
    public void tellAll(String kind, Object data) {
        SseEmitter.SseEventBuilder e = SseEmitter.event().name(kind).data(data);
        for (Person p : people.values()) {
            synchronized (p) {
                List.copyOf(p.streams).forEach(s -> send(p, s, e));
            }
        }
    }

    /** Ends all streams of somebody who may no longer listen. */
    public void end(long person) {
        Person p = people.remove(person);
        if (p != null) {
            List<SseEmitter> open;
            synchronized (p) {
                open = List.copyOf(p.streams);
                p.last.clear();
            }
            open.forEach(SseEmitter::complete);
        }
    }

    private static SseEmitter.SseEventBuilder event(Event e) {
        return SseEmitter.event().id(String.valueOf(e.id())).name(e.kind()).data(e.data());
    }

    private static void send(Person p, SseEmitter stream, SseEmitter.SseEventBuilder event) {
        try {
            stream.send(event);
        } catch (IOException | IllegalStateException gone) {
            p.streams.remove(stream);
        }
    }

    private static void forget(Person p, SseEmitter stream) {
        synchronized (p) {
            p.streams.remove(stream);
        }
    }

    private void beat() {
        for (Person p : people.values()) {
            synchronized (p) {
                List.copyOf(p.streams)
                        .forEach(s -> send(p, s, SseEmitter.event().comment("here")));
            }
        }
    }

    @Override
    public void start() {
        clock = Executors.newSingleThreadScheduledExecutor(r -> {
            Thread t = new Thread(r, "live");
            t.setDaemon(true);
            return t;
        });
        clock.scheduleAtFixedRate(this::beat, HEARTBEAT_S, HEARTBEAT_S, TimeUnit.SECONDS);
    }

    /** Ends all streams, before the web server waits for open calls to end. */
    @Override
    public void stop() {
        clock.shutdownNow();
        clock = null;
        for (Person p : people.values()) {
            List<SseEmitter> open;
            synchronized (p) {
                open = List.copyOf(p.streams);
            }
            open.forEach(SseEmitter::complete);
        }
    }

    @Override
    public boolean isRunning() {
        return clock != null;
    }

    @Override
    public int getPhase() {
        return Integer.MAX_VALUE;
    }
}
