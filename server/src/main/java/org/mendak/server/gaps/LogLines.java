package org.mendak.server.gaps;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.mendak.core.privacy.PersonalDetails;
import org.mendak.core.shapes.LogHead;
import org.mendak.core.shapes.Shapes;
import org.mendak.server.gaps.LogLineStore.LogLine;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Tx;
import org.mendak.server.recognition.LogScanned;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** What logs said and nothing recognised, by its shape. A line as long as a screen's is kept, never the log. */
@Component
class LogLines {

    /** Of one log as many kinds of lines; those behind them were the rarest. */
    private static final int OF_A_LOG = 20;

    private static final int MOST = 5_000;
    private static final int LONGEST = 1_000;
    private static final Duration BACK = Duration.ofDays(365);

    private final Db db;
    private final LogLineStore store;
    private final Clock clock;
    private Map<Long, Shapes.Read> read = new HashMap<>();
    private Last last;

    /** What was sorted last: as long as neither changes it is the same. */
    private record Last(Shapes cases, List<LogLine> lines, Sorted sorted) {}

    LogLines(Db db, LogLineStore store, Clock clock) {
        this.db = db;
        this.store = store;
        this.clock = clock;
    }

    @EventListener
    void keep(LogScanned scanned) {
        Instant now = clock.instant();
        db.run(tx -> {
            scanned.unknown().stream().limit(OF_A_LOG).forEach(l -> {
                String text = PersonalDetails.mask(LogHead.without(l.text()), Set.of());
                String kept = text.length() <= LONGEST ? text : text.substring(0, LONGEST);
                store.keep(tx, scanned.log(), kept, l.lines(), scanned.by().who(), now);
            });
            store.forget(tx, now.minus(BACK), MOST);
        });
    }

    /**
     * Lines that cases of a shape said too, by the shape's place among the groups; and those that no case did, by their own shapes.
     */
    record Sorted(Map<Integer, List<LogLine>> beside, List<List<LogLine>> alone) {

        /** In how many logs each shape of cases stands, by its first place. */
        Map<Integer, Integer> besides(Shapes cases) {
            Map<Integer, Integer> logs = new HashMap<>();
            beside.forEach((group, lines) -> logs.put(cases.groups().get(group).get(0), (int)
                    lines.stream().map(LogLine::log).distinct().count()));
            return logs;
        }

        /** How many shapes of lines alone somebody hid. */
        int hidden() {
            return (int) alone.stream().filter(g -> hiddenFor(g) != null).count();
        }

        /** Why a shape is hidden: one of its lines is; null if none is. */
        static String hiddenFor(List<LogLine> shape) {
            return shape.stream()
                    .map(LogLine::hiddenFor)
                    .filter(Objects::nonNull)
                    .findFirst()
                    .orElse(null);
        }

        /** The shape that a line is in; empty if it is not there, or cases said it too. */
        Optional<List<LogLine>> of(long id) {
            return alone.stream()
                    .filter(g -> g.stream().anyMatch(l -> l.id() == id))
                    .findFirst();
        }
    }

    /** Everything that logs said, sorted. Cost: linear in the lines if any are new, else one statement. */
    synchronized Sorted sorted(Tx tx, Shapes cases) {
        List<LogLine> lines = store.since(tx, clock.instant().minus(BACK), MOST);
        if (last != null && last.cases() == cases && last.lines().equals(lines)) {
            return last.sorted();
        }
        Map<Long, Shapes.Read> now = new HashMap<>();
        for (LogLine l : lines) {
            Shapes.Read known = read.get(l.id());
            now.put(l.id(), known == null ? Shapes.read(l.text()) : known);
        }
        read = now;
        Map<Integer, List<LogLine>> beside = new HashMap<>();
        List<LogLine> alone = new ArrayList<>();
        for (LogLine l : lines) {
            OptionalInt group = cases.groupOf(now.get(l.id()));
            if (group.isPresent()) {
                beside.computeIfAbsent(group.getAsInt(), k -> new ArrayList<>()).add(l);
            } else {
                alone.add(l);
            }
        }
        List<List<LogLine>> shapes = Shapes.of(
                        alone.stream().map(l -> now.get(l.id())).toList())
                .groups()
                .stream()
                .map(g -> g.stream().map(alone::get).toList())
                .toList();
        last = new Last(cases, lines, new Sorted(beside, shapes));
        return last.sorted();
    }
}
