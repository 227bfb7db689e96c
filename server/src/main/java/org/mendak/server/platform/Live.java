package org.mendak.server.platform;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.databind.json.JsonMapper;

/**
 * The streams of server-sent events, one for each open browser, and what goes over them. A stream that was lost takes up again behind
 * the last event it had, as far as the last hundred events of that person reach. What happens to one thing among very many, such as a case, is
 * told to those who look at it; all others are told once a second how much happened: what a change costs does not grow with those who listen.
 */
@Component
public class Live implements SmartLifecycle {

    private static final int KEPT = 100;
    private static final int MOST_STREAMS = 8;
    /** One is busy with each browser that takes nothing, until its connection is given up. */
    private static final int WRITERS = 32;

    private static final long HEARTBEAT_S = 15;
    private static final long GATHERED_MS = 1_000;

    private record Event(long id, String kind, String data) {}

    /** How many things of a kind changed since this was told last. */
    record Changes(int count) {}

    /** The streams of one person and the last events; its monitor guards both. */
    private static final class Person {
        final List<LiveStream> streams = new ArrayList<>();
        final Deque<Event> last = new ArrayDeque<>();
    }

    private final JsonMapper json;
    private final Map<Long, Person> people = new ConcurrentHashMap<>();
    private final Map<String, AtomicInteger> changes = new ConcurrentHashMap<>();
    private final AtomicLong ids = new AtomicLong();
    private final ThreadPoolExecutor writers = new ThreadPoolExecutor(
            WRITERS, WRITERS, 1, TimeUnit.MINUTES, new LinkedBlockingQueue<>(), Beside.threads("live-writer"));
    private volatile ScheduledExecutorService clock;

    Live(JsonMapper json) {
        this.json = json;
        writers.allowCoreThreadTimeOut(true);
    }

    /**
     * Opens a stream; events behind {@code after} that are still kept are sent at once.
     *
     * @param about what it looks at, such as {@code case 7}
     */
    SseEmitter open(Caller caller, Long after, Set<String> about) {
        Person p = people.computeIfAbsent(caller.id(), k -> new Person());
        LiveStream stream = new LiveStream(about, writers);
        stream.emitter().onCompletion(() -> forget(p, stream));
        stream.emitter().onError(e -> forget(p, stream));
        List<LiveStream> tooMany = new ArrayList<>();
        synchronized (p) {
            while (p.streams.size() >= MOST_STREAMS) {
                tooMany.add(p.streams.remove(0));
            }
            p.streams.add(stream);
            stream.tell(SseEmitter.event().comment("open"));
            if (after != null) {
                p.last.stream().filter(e -> e.id() > after).forEach(e -> stream.tell(event(e)));
            }
        }
        tooMany.forEach(LiveStream::end);
        return stream.emitter();
    }

    /** Tells all open browsers of a person. */
    public void tell(Caller person, String kind, Object data) {
        Person p = people.computeIfAbsent(person.id(), k -> new Person());
        Event e = new Event(ids.incrementAndGet(), kind, json.writeValueAsString(data));
        synchronized (p) {
            p.last.addLast(e);
            if (p.last.size() > KEPT) {
                p.last.removeFirst();
            }
            p.streams.forEach(s -> s.tell(event(e)));
        }
    }

    /** Tells every open browser of everybody. Not kept for those who come later: they ask for what they show anyway. */
    public void tellAll(String kind, Object data) {
        String text = json.writeValueAsString(data);
        each(s -> s.tell(event(kind, text)));
    }

    /**
     * Tells those who look at one thing of many, and all others within a second, as the event {@code <kind>s}, that so many have changed.
     *
     * @param number which of its kind
     */
    public void tellOf(String kind, long number, Object data) {
        changes.computeIfAbsent(kind, k -> new AtomicInteger()).incrementAndGet();
        String text = json.writeValueAsString(data);
        String thing = kind + " " + number;
        each(s -> {
            if (s.wants(thing)) {
                s.tell(event(kind, text));
            }
        });
    }

    private void each(Consumer<LiveStream> told) {
        for (Person p : people.values()) {
            synchronized (p) {
                p.streams.forEach(told);
            }
        }
    }

    private void gather() {
        changes.forEach((kind, n) -> {
            int count = n.getAndSet(0);
            if (count > 0) {
                tellAll(kind + "s", new Changes(count));
            }
        });
    }

    /** Ends all streams of somebody who may no longer listen. */
    public void end(long person) {
        Person p = people.remove(person);
        if (p != null) {
            List<LiveStream> open;
            synchronized (p) {
                open = List.copyOf(p.streams);
                p.last.clear();
            }
            open.forEach(LiveStream::end);
        }
    }

    private static SseEmitter.SseEventBuilder event(Event e) {
        return event(e.kind(), e.data()).id(String.valueOf(e.id()));
    }

    /** A builder of its own for each stream: it is used up by being sent. */
    private static SseEmitter.SseEventBuilder event(String kind, String data) {
        return SseEmitter.event().name(kind).data(data);
    }

    private static void forget(Person p, LiveStream stream) {
        synchronized (p) {
            p.streams.remove(stream);
        }
    }

    @Override
    public void start() {
        clock = Beside.one("live");
        clock.scheduleAtFixedRate(
                () -> each(s -> s.tell(SseEmitter.event().comment("here"))),
                HEARTBEAT_S,
                HEARTBEAT_S,
                TimeUnit.SECONDS);
        clock.scheduleAtFixedRate(this::gather, GATHERED_MS, GATHERED_MS, TimeUnit.MILLISECONDS);
    }

    /** Ends all streams, before the web server waits for open calls to end. */
    @Override
    public void stop() {
        clock.shutdownNow();
        clock = null;
        List<LiveStream> open = new ArrayList<>();
        each(open::add);
        open.forEach(LiveStream::end);
        // writers end by themselves: what is under way may still tell something
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
