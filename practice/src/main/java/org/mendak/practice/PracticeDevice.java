package org.mendak.practice;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * One device: something can be typed at it, done to it by hand, and what did not work tried again. Time passes on it by what is done, never by
 * waiting. Not for several at once; whoever shares one takes turns.
 */
public final class PracticeDevice {

    /** As much of a console as is kept. */
    private static final int MOST_LINES = 400;

    private static final int MOST_TYPED = 1_000;
    private static final int NOT_KNOWN = 127;

    /**
     * What came of something.
     *
     * @param text what is printed, or seen; may be empty
     * @param seconds how long it took
     * @param status 0 if it ended well, as commands end
     * @param asks whether it waits for an answer, which is typed next
     */
    public record Reply(String text, int seconds, int status, boolean asks) {}

    /** A line of the console; typed ones begin with a prompt where they are shown. */
    public record Line(boolean typed, String text) {}

    private final Kind kind;
    private final String name;
    private final Fault fault;
    private final String cause;
    private final State state;
    private final State before;
    private final List<Line> console = new ArrayList<>();
    private final List<String> log = new ArrayList<>();
    private List<String> screen;
    private long seconds;
    private Deed asking;
    private Map<String, String> asked = Map.of();

    PracticeDevice(Kind kind, String name, Fault fault, String cause) {
        this.kind = kind;
        this.name = name;
        this.fault = fault;
        this.cause = cause;
        this.before = kind.sound().copy();
        before.set("name", name);
        this.state = before.copy();
        if (fault != null) {
            fault.wounds().onto(state);
            fault.causes().get(cause).wounds().onto(state);
        }
        this.screen = kind.screen().stream().map(l -> state.fill(l, Map.of())).toList();
    }

    public String name() {
        return name;
    }

    public String kind() {
        return kind.name();
    }

    /** The known error that it has; empty if nothing is wrong with it. */
    public Optional<String> error() {
        return Optional.ofNullable(fault).map(Fault::error);
    }

    /** The fix that mends it; empty if nothing is wrong with it. */
    public Optional<String> cause() {
        return Optional.ofNullable(cause);
    }

    /** What a caller says of it, instead of reading out what stands there; empty text if nothing is wrong. */
    public String callersWords(Random chance) {
        return fault == null || fault.callers().isEmpty()
                ? ""
                : fault.callers().get(chance.nextInt(fault.callers().size()));
    }

    /** What whoever is there answers when they are asked for a fact, as it is now; empty if they cannot say. */
    public Optional<String> answer(String fact) {
        Map<String, String> all = new HashMap<>(kind.answers());
        if (fault != null) {
            all.putAll(fault.answers());
            all.putAll(fault.causes().get(cause).answers());
        }
        return Optional.ofNullable(all.get(fact)).map(a -> state.fill(a, Map.of()));
    }

    /** Whether what was wrong is mended. */
    public boolean isMended() {
        return fault == null
                || state.holds(fault.causes().get(cause).mended(), Map.of())
                || kind.mendsAll() != null && state.holds(kind.mendsAll(), Map.of());
    }

    /** Seconds that have passed on it. */
    public long seconds() {
        return seconds;
    }

    /** Time passes on it: somebody speaks, or looks. */
    public void passes(int more) {
        seconds += Math.max(0, more);
    }

    public List<String> screen() {
        return screen;
    }

    public List<Line> console() {
        return List.copyOf(console);
    }

    public List<String> log() {
        return List.copyOf(log);
    }

    /** What can be done to it by hand, now. */
    public List<String> hands() {
        return kind.deeds().stream()
                .filter(d -> !d.isTyped() && state.holds(d.when(), Map.of()))
                .map(Deed::hand)
                .distinct()
                .toList();
    }

    /** What is tried on it; empty if nothing is wrong with it. */
    public Optional<String> action() {
        return Optional.ofNullable(fault).map(Fault::action);
    }

    /** What is other on it than before anything was wrong, but for what was wrong: the name of each value with how it was and is. */
    public Map<String, String> changes() {
        return state.differences(before);
    }

    /** What was changed while mending it and must be put back, the same way. */
    public Map<String, String> notPutBack() {
        Map<String, String> all = new TreeMap<>(changes());
        all.keySet().retainAll(kind.temporary());
        return all;
    }

    /**
     * What is other on it than before anything was wrong, though it had nothing to do with what was wrong and is not meant to last, the same way.
     */
    public Map<String, String> strayed() {
        Map<String, String> all = new TreeMap<>(changes());
        all.keySet().removeAll(kind.lasting());
        if (fault != null) {
            all.keySet().removeAll(fault.wounds().names());
            all.keySet().removeAll(fault.causes().get(cause).wounds().names());
        }
        return all;
    }

    /** Types a line at its console, or the answer to what it asks. */
    public Reply type(String typed) {
        String line = typed.strip();
        if (line.length() > MOST_TYPED) {
            return new Reply("line too long", 0, 1, false);
        }
        add(true, line);
        Reply r = asking != null ? answered(line) : line.isEmpty() ? new Reply("", 0, 0, false) : run(line);
        if (!r.text().isEmpty()) {
            r.text().lines().forEach(l -> add(false, l));
        }
        seconds += r.seconds();
        return r;
    }

    private void add(boolean typed, String text) {
        console.add(new Line(typed, text));
        while (console.size() > MOST_LINES) {
            console.remove(0);
        }
    }

    private Reply run(String line) {
        List<String> words = Wording.split(line);
        if (words.isEmpty()) {
            return new Reply("", 0, 0, false);
        }
        if (line.equals("help")) {
            return new Reply(help(), 0, 0, false);
        }
        for (Deed d : kind.deeds()) {
            if (!d.isTyped()) {
                continue;
            }
            Optional<Map<String, String>> values = d.wording().match(words, state);
            if (values.isPresent() && state.holds(d.when(), values.get())) {
                return begun(d, values.get());
            }
        }
        return refused(words);
    }

    private Reply begun(Deed d, Map<String, String> values) {
        if (!d.asks().isEmpty()) {
            asking = d;
            asked = values;
            return new Reply(state.fill(d.asks(), values), 0, 0, true);
        }
        return new Reply(d.done(state, values), d.seconds(), d.fails() ? 1 : 0, false);
    }

    private Reply answered(String line) {
        Deed d = asking;
        asking = null;
        return line.equalsIgnoreCase(d.answer())
                ? new Reply(d.done(state, asked), d.seconds(), d.fails() ? 1 : 0, false)
                : new Reply(state.fill(d.otherwise(), asked), 1, 1, false);
    }

    /** What there is instead: commands that begin alike, else all of the tool. */
    private Reply refused(List<String> words) {
        List<Wording> ofTool = kind.deeds().stream()
                .filter(Deed::isTyped)
                .map(Deed::wording)
                .filter(w -> w.tool().equals(words.get(0)))
                .toList();
        if (ofTool.isEmpty()) {
            return new Reply(words.get(0) + ": not known on this " + kind.name(), 0, NOT_KNOWN, false);
        }
        List<Wording> alike = ofTool.stream()
                .filter(w -> words.size() > 1
                        && w.words().size() > 1
                        && w.words().get(1).equals(words.get(1)))
                .toList();
        String near = (alike.isEmpty() ? ofTool : alike)
                .stream().map(Wording::shown).distinct().collect(Collectors.joining("\n  "));
        return new Reply("not understood; there is\n  " + near, 0, 2, false);
    }

    private String help() {
        return String.join(
                "\n",
                kind.deeds().stream()
                        .filter(Deed::isTyped)
                        .map(d -> d.wording().shown())
                        .distinct()
                        .sorted()
                        .toList());
    }

    /** Does something to it by hand; empty if it cannot be done now. */
    public Optional<Reply> hand(String what) {
        return kind.deeds().stream()
                .filter(d -> !d.isTyped() && d.hand().equalsIgnoreCase(what) && state.holds(d.when(), Map.of()))
                .findFirst()
                .map(d -> {
                    Reply r = new Reply(d.done(state, Map.of()), d.seconds(), d.fails() ? 1 : 0, false);
                    screen = r.text().lines().toList();
                    seconds += r.seconds();
                    return r;
                });
    }

    /** Tries again what did not work: its message with its code, and lines in the log, or it works. */
    public Reply act() {
        if (fault == null) {
            return new Reply("Nothing is wrong with it.", 0, 0, false);
        }
        boolean works = isMended();
        List<String> shown = new ArrayList<>();
        if (works) {
            shown.add(state.fill(fault.works(), Map.of()));
        } else {
            state.fill(fault.says(), Map.of()).lines().forEach(shown::add);
            if (!fault.code().isEmpty()) {
                shown.add(fault.code());
            }
            fault.log().forEach(l -> log.add(state.fill(l, Map.of())));
        }
        screen = List.copyOf(shown);
        int took = works ? 40 : 12;
        seconds += took;
        return new Reply(String.join("\n", shown), took, works ? 0 : 1, false);
    }
}
