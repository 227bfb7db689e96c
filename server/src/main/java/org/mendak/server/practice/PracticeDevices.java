package org.mendak.server.practice;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Function;
import java.util.function.ToLongFunction;
import java.util.stream.Stream;
import org.mendak.practice.Kinds;
import org.mendak.practice.PracticeDevice;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Secrets;
import org.mendak.server.platform.Settings;
import org.springframework.stereotype.Service;

/** The practice devices of this demo: who has which, and what they do to it. Without a demo there are none. */
@Service
class PracticeDevices {

    private static final int MOST_OF_ONE = 6;
    private static final int MOST = 500;
    private static final int MOST_LINE = 1_000;
    /** As many seconds as it takes to read out what a screen shows. */
    private static final int READING = 30;

    /** And to be asked something, look, and answer. */
    private static final int ANSWERING = 40;

    private static final int MOST_FACT = 100;
    /** A device that nobody touches for so long is gone. */
    private static final Duration LIVES = Duration.ofHours(4);

    /**
     * What a device is wanted like.
     *
     * @param name the one of that name, with nothing wrong; null for one that has an error
     * @param error the known error that it is to have; null for any
     * @param cause the fix that mends it; null for any of its causes
     */
    @FromCaller
    record Wanted(String name, String error, String cause) {}

    /** A line of the console. */
    record Line(boolean typed, String text) {}

    /**
     * A device as it is seen.
     *
     * @param screen what its screen shows
     * @param console what was typed and printed, the oldest first
     * @param log what its log has of what was tried
     * @param hands what can be done to it by hand
     * @param action what was tried when it failed; null if nothing is wrong with it
     * @param seconds how much time has passed on it
     * @param asks whether it waits for an answer at its console
     */
    record Seen(
            String id,
            String name,
            String kind,
            List<String> screen,
            List<Line> console,
            List<String> log,
            List<String> hands,
            @OrNull String action,
            long seconds,
            boolean asks,
            @OrNull PracticeCall call) {}

    /** A device that somebody has; {@code call} null if nobody rang about it. */
    record Held(String id, String name, String kind, @OrNull PracticeCall call) {}

    /** The devices that there are by name, and those that the caller has. */
    record Shelf(List<String> names, List<Held> mine) {}

    private static final class Owned {
        final long by;
        final long number;
        final PracticeDevice device;
        boolean asks;
        PracticeCall call;

        Owned(long by, long number, PracticeDevice device, PracticeCall call) {
            this.by = by;
            this.number = number;
            this.device = device;
            this.call = call;
        }
    }

    private final Cache<String, Owned> devices =
            Caffeine.newBuilder().maximumSize(MOST).expireAfterAccess(LIVES).build();
    private final AtomicLong numbers = new AtomicLong();
    private final SecureRandom chance = new SecureRandom();
    private final Settings settings;
    private Kinds kinds;

    PracticeDevices(Settings settings) {
        this.settings = settings;
    }

    /** What there is. */
    Shelf shelf(Caller caller) {
        mayPractise(caller);
        List<Held> mine = devices.asMap().entrySet().stream()
                .filter(e -> e.getValue().by == caller.id())
                .sorted(Comparator.comparingLong(e -> e.getValue().number))
                .map(e -> new Held(
                        e.getKey(),
                        e.getValue().device.name(),
                        e.getValue().device.kind(),
                        e.getValue().call))
                .toList();
        return new Shelf(kinds().devices(), mine);
    }

    /** The known errors that calls can be about, with what may be behind them. */
    Map<String, List<String>> callable() {
        needsDemo();
        Map<String, List<String>> all = new TreeMap<>(kinds().faults());
        all.keySet().retainAll(Set.copyOf(kinds().called()));
        return all;
    }

    /** Somebody rings about a device that has this error by this cause. */
    Seen ring(Caller caller, String error, String cause) {
        refuseMore(caller);
        PracticeDevice d = kinds().broken(error, cause, chance).orElseThrow();
        d.act();
        return hold(caller, d, PracticeCall.ringing(d.callersWords(chance), null));
    }

    /** A device as it stood when somebody rang about it, nobody's; empty if no such one can be any more. */
    Optional<PracticeDevice> asItStood(String name, String error, String cause) {
        needsDemo();
        Optional<PracticeDevice> d = kinds().again(name, error, cause);
        d.ifPresent(PracticeDevice::act);
        return d;
    }

    /** The device of a call again, after the server was started anew or nobody touched it for long: as it stood when the call came. */
    Seen again(Caller caller, String name, String error, String cause, PracticeCall call) {
        refuseMore(caller);
        return hold(
                caller,
                asItStood(name, error, cause).orElseThrow(() -> Refusal.notFound("The device is there no more.")),
                call);
    }

    private void refuseMore(Caller caller) {
        if (shelf(caller).mine().size() >= MOST_OF_ONE) {
            throw Refusal.tooMany("You have " + MOST_OF_ONE + " devices. Give one back first.", 60);
        }
    }

    private Seen hold(Caller caller, PracticeDevice d, PracticeCall call) {
        String id = Secrets.random().substring(0, 20);
        Owned o = new Owned(caller.id(), numbers.incrementAndGet(), d, call);
        devices.put(id, o);
        return seen(id, o);
    }

    /** Asks whoever rang to read out what stands there. */
    Seen readOut(Caller caller, String id) {
        Owned o = owned(caller, id);
        synchronized (o) {
            refuseUncalled(o);
            if (!o.call.readOut()) {
                o.call = o.call.withReadOut();
                o.device.passes(READING);
            }
            return seen(id, o);
        }
    }

    /** Asks whoever rang for a fact. */
    Seen ask(Caller caller, String id, String fact) {
        Owned o = owned(caller, id);
        if (fact == null || fact.isBlank() || fact.length() > MOST_FACT) {
            throw Refusal.invalid("fact is the name of what is asked for, up to " + MOST_FACT + " characters.");
        }
        synchronized (o) {
            refuseUncalled(o);
            o.call = o.call.withAnswer(fact, o.device.answer(fact));
            o.device.passes(ANSWERING);
            return seen(id, o);
        }
    }

    private static void refuseUncalled(Owned o) {
        if (o.call == null) {
            throw Refusal.conflict("Nobody rang about this device.");
        }
    }

    /** What is behind the fault of a device. */
    record Behind(String device, String error, String cause, String says) {}

    /**
     * A case is opened for the call about a device, once.
     *
     * @param opens opens it; answers its number with whatever it answers
     */
    <T> T opened(Caller caller, String id, Function<Behind, T> opens, ToLongFunction<T> number) {
        Owned o = owned(caller, id);
        synchronized (o) {
            refuseUncalled(o);
            if (o.call.number() != null) {
                throw Refusal.conflict("This call has its practice case already.");
            }
            T t = opens.apply(new Behind(
                    o.device.name(),
                    o.device.error().orElseThrow(),
                    o.device.cause().orElseThrow(),
                    o.call.says()));
            o.call = o.call.withNumber(number.applyAsLong(t));
            return t;
        }
    }

    /** How a device was left. */
    record Left(boolean mended, long seconds, Map<String, String> notPutBack) {}

    /** How the device of a practice case stands when nobody needs it any more: it is given back. Empty if nobody has it. */
    Optional<Left> handedIn(long number) {
        return devices.asMap().entrySet().stream()
                .filter(e -> e.getValue().call != null && e.getValue().call.isOf(number))
                .findFirst()
                .map(e -> {
                    Owned o = e.getValue();
                    synchronized (o) {
                        devices.invalidate(e.getKey());
                        return new Left(o.device.isMended(), o.device.seconds(), o.device.notPutBack());
                    }
                });
    }

    /** Which device of the caller's a practice case is about; empty if they have it no more. */
    Optional<String> ofCase(Caller caller, long number) {
        return shelf(caller).mine().stream()
                .filter(h -> h.call() != null && h.call().isOf(number))
                .map(Held::id)
                .findFirst();
    }

    /** A device for the caller. What is behind its error is for authors to choose, who try their drafts; others find out. */
    Seen take(Caller caller, Wanted wanted) {
        mayPractise(caller);
        if (wanted.cause() != null && caller.role() == Role.AGENT) {
            throw Refusal.forbidden("To choose what is behind an error one must be an author or a lead.");
        }
        refuseMore(caller);
        PracticeDevice d = wanted.name() != null
                ? kinds().sound(wanted.name())
                        .orElseThrow(() -> Refusal.invalid("There is no device \"" + start(wanted.name())
                                + "\"; there are " + String.join(", ", kinds().devices()) + "."))
                : broken(wanted);
        if (wanted.name() == null) {
            d.act();
        }
        return hold(caller, d, null);
    }

    private PracticeDevice broken(Wanted wanted) {
        List<String> errors = List.copyOf(kinds().faults().keySet());
        String error = wanted.error() == null ? errors.get(chance.nextInt(errors.size())) : wanted.error();
        return kinds().broken(error, wanted.cause(), chance)
                .orElseThrow(() -> Refusal.invalid("No device has the error \"" + start(error) + "\""
                        + (wanted.cause() == null ? "." : " by that cause.")));
    }

    /** A device for each cause that a known error can have here, nobody's. */
    List<PracticeDevice> having(String error) {
        needsDemo();
        return kinds().faults().getOrDefault(error, List.of()).stream()
                .flatMap(cause -> kinds().broken(error, cause, chance).stream())
                .toList();
    }

    /** A device for each known error that a fix is behind the mending of, nobody's. */
    List<PracticeDevice> mendedBy(String fix, int most) {
        needsDemo();
        return kinds().faults().entrySet().stream()
                .filter(e -> e.getValue().contains(fix))
                .limit(most)
                .flatMap(e -> kinds().broken(e.getKey(), fix, chance).stream())
                .toList();
    }

    static String start(String text) {
        return text.substring(0, Math.min(80, text.length()));
    }

    Seen see(Caller caller, String id) {
        Owned o = owned(caller, id);
        synchronized (o) {
            return seen(id, o);
        }
    }

    /** Types a line at a device's console, or the answer to what it asks. */
    Seen type(Caller caller, String id, String line) {
        Owned o = owned(caller, id);
        if (line == null || line.length() > MOST_LINE) {
            throw Refusal.invalid("A line has up to " + MOST_LINE + " characters.");
        }
        synchronized (o) {
            o.asks = o.device.type(line).asks();
            return seen(id, o);
        }
    }

    /** Does something to it by hand. */
    Seen hand(Caller caller, String id, String what) {
        Owned o = owned(caller, id);
        synchronized (o) {
            o.device
                    .hand(String.valueOf(what))
                    .orElseThrow(() -> Refusal.conflict(
                            "That cannot be done now; " + String.join("; ", o.device.hands()) + " can."));
            return seen(id, o);
        }
    }

    /** Tries again what did not work. */
    Seen act(Caller caller, String id) {
        Owned o = owned(caller, id);
        synchronized (o) {
            o.device.act();
            // whoever tries it again says what comes of it
            o.call = o.call == null ? null : o.call.withReadOut();
            return seen(id, o);
        }
    }

    void giveBack(Caller caller, String id) {
        owned(caller, id);
        devices.invalidate(id);
    }

    private Owned owned(Caller caller, String id) {
        mayPractise(caller);
        Owned o = devices.getIfPresent(id);
        if (o == null || o.by != caller.id()) {
            throw Refusal.notFound("You have no device \"" + start(id) + "\".");
        }
        return o;
    }

    private static Seen seen(String id, Owned o) {
        PracticeDevice d = o.device;
        boolean known = o.call == null || o.call.readOut();
        return new Seen(
                id,
                d.name(),
                d.kind(),
                known ? d.screen() : List.of(),
                d.console().stream().map(l -> new Line(l.typed(), l.text())).toList(),
                known ? d.log() : List.of(),
                d.hands(),
                d.action().orElse(null),
                d.seconds(),
                o.asks,
                o.call);
    }

    private void mayPractise(Caller caller) {
        caller.may(Role.AGENT, Scope.CASES, "practise");
        needsDemo();
    }

    private void needsDemo() {
        if (!settings.demo()) {
            throw Refusal.notFound("Practice devices come with the demo: ./mendak demo.");
        }
    }

    /** Read when somebody asks for one first. */
    private synchronized Kinds kinds() {
        if (kinds == null) {
            Map<String, String> files = new TreeMap<>();
            try (Stream<Path> all = Files.list(settings.demoFolder().resolve("devices"))) {
                for (Path f : all.filter(f -> f.toString().endsWith(".yaml")).toList()) {
                    files.put(
                            f.getFileName().toString().replace(".yaml", ""),
                            Files.readString(f, StandardCharsets.UTF_8));
                }
            } catch (IOException e) {
                throw Refusal.unavailable("The demo's devices cannot be read.");
            }
            kinds = Kinds.read(files);
        }
        return kinds;
    }
}
