package org.mendak.practice;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.language.Condition;
import org.mendak.core.language.Parsed;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;

/** Reads a file about one kind of device. What is not understood is refused with its place. */
final class KindReader {

    private static final Set<String> OF_DEED = Set.of(
            "run",
            "hand",
            "when",
            "prints",
            "table",
            "each",
            "asks",
            "answer",
            "otherwise",
            "sets",
            "clears",
            "drops",
            "takes",
            "fails");
    private static final Set<String> OF_KIND = Set.of(
            "device",
            "about",
            "names",
            "state",
            "tables",
            "screen",
            "does",
            "mends-all",
            "faults",
            "with",
            "temporary",
            "lasting",
            "answers");
    private static final Set<String> OF_FAULT =
            Set.of("action", "works", "says", "code", "log", "callers", "answers", "state", "tables", "causes");
    private static final Set<String> OF_CAUSE = Set.of("state", "tables", "mended", "answers");

    private final String file;

    private KindReader(String file) {
        this.file = file;
    }

    /**
     * Reads it.
     *
     * @param file what it is called, for what is wrong with it
     * @param shared deeds that several kinds have, by the name of their file
     */
    static Kind read(String file, String text, Map<String, List<Deed>> shared) {
        KindReader r = new KindReader(file);
        return r.kind(r.load(text), shared);
    }

    /** Reads deeds alone, for kinds to share. */
    static List<Deed> deeds(String file, String text) {
        KindReader r = new KindReader(file);
        return r.deeds(r.map("", r.load(text), Set.of("does")).get("does"));
    }

    private Object load(String text) {
        try {
            return new Load(LoadSettings.builder().setLabel(file).build()).loadFromString(text);
        } catch (YamlEngineException e) {
            throw new BadKind(file, e.getMessage());
        }
    }

    private Kind kind(Object read, Map<String, List<Deed>> shared) {
        Map<String, Object> m = map("", read, OF_KIND);
        State sound = new State();
        wounds("", m).onto(sound);
        List<Deed> deeds = new ArrayList<>(deeds(m.get("does")));
        for (String with : texts(m.get("with"))) {
            if (!shared.containsKey(with)) {
                throw new BadKind(file, "with: there is no file \"" + with + "\"");
            }
            deeds.addAll(shared.get(with));
        }
        Map<String, Fault> faults = new LinkedHashMap<>();
        map("faults", m.getOrDefault("faults", Map.of()), null)
                .forEach((error, f) -> faults.put(error, fault(error, f)));
        return new Kind(
                text(m.get("device")),
                text(m.get("about")),
                texts(m.get("names")),
                sound,
                texts(m.get("screen")),
                deeds,
                condition("mends-all", m.get("mends-all")),
                texts(m.get("temporary")),
                texts(m.get("lasting")),
                values("answers", m.get("answers")),
                faults);
    }

    private Fault fault(String error, Object read) {
        String at = "faults: " + error;
        Map<String, Object> m = map(at, read, OF_FAULT);
        Map<String, Fault.Cause> causes = new LinkedHashMap<>();
        map(at + ": causes", m.getOrDefault("causes", Map.of()), null).forEach((fix, c) -> {
            Map<String, Object> cause = map(at + ": " + fix, c, OF_CAUSE);
            causes.put(
                    fix,
                    new Fault.Cause(
                            wounds(at + ": " + fix, cause),
                            condition(at + ": " + fix + ": mended", cause.get("mended")),
                            values(at + ": " + fix + ": answers", cause.get("answers"))));
        });
        return new Fault(
                error,
                text(m.get("action")),
                text(m.get("works")),
                text(m.get("says")).strip(),
                text(m.get("code")),
                texts(m.get("log")),
                texts(m.get("callers")),
                values(at + ": answers", m.get("answers")),
                wounds(at, m),
                causes);
    }

    private Fault.Wounds wounds(String at, Map<String, Object> m) {
        Map<String, List<Map<String, String>>> tables = new LinkedHashMap<>();
        map(at + ": tables", m.getOrDefault("tables", Map.of()), null)
                .forEach((name, rows) -> tables.put(name, rows(at + ": tables: " + name, rows)));
        return new Fault.Wounds(values(at + ": state", m.get("state")), tables);
    }

    private List<Map<String, String>> rows(String at, Object read) {
        List<Map<String, String>> rows = new ArrayList<>();
        for (Object row : list(read)) {
            rows.add(values(at, row));
        }
        return rows;
    }

    private List<Deed> deeds(Object read) {
        List<Deed> deeds = new ArrayList<>();
        for (Object d : list(read)) {
            deeds.add(deed("does: " + (deeds.size() + 1), d));
        }
        return deeds;
    }

    private Deed deed(String at, Object read) {
        Map<String, Object> m = map(at, read, OF_DEED);
        String run = text(m.get("run"));
        String hand = text(m.get("hand"));
        if (run.isEmpty() == hand.isEmpty()) {
            throw new BadKind(file, at + ": either run or hand says how it is done");
        }
        return new Deed(
                run.isEmpty() ? null : Wording.of(run),
                hand,
                condition(at + ": when", m.get("when")),
                text(m.get("prints")).stripTrailing(),
                text(m.get("table")),
                text(m.get("each")),
                text(m.get("asks")),
                text(m.get("answer")),
                text(m.get("otherwise")),
                values(at + ": sets", m.get("sets")),
                texts(m.get("clears")),
                values(at + ": drops", m.get("drops")),
                m.get("takes") instanceof Integer i ? i : 1,
                Boolean.TRUE.equals(m.get("fails")));
    }

    private Condition condition(String at, Object read) {
        if (read == null) {
            return null;
        }
        Parsed<Condition> parsed = Condition.parse(text(read));
        if (!parsed.ok()) {
            throw new BadKind(file, at + ": " + parsed.mistakes().get(0).message());
        }
        return parsed.value();
    }

    /** A map with names as keys; refuses what it may not have, and anything else. */
    private Map<String, Object> map(String at, Object read, Set<String> may) {
        if (!(read instanceof Map<?, ?> m)) {
            throw new BadKind(file, at + ": names with values are wanted");
        }
        Map<String, Object> all = new LinkedHashMap<>();
        m.forEach((k, v) -> {
            if (may != null && !may.contains(String.valueOf(k))) {
                throw new BadKind(file, at + ": \"" + k + "\" is not known here");
            }
            all.put(String.valueOf(k), v);
        });
        return all;
    }

    private Map<String, String> values(String at, Object read) {
        Map<String, String> all = new LinkedHashMap<>();
        if (read != null) {
            map(at, read, null).forEach((k, v) -> all.put(k, text(v)));
        }
        return all;
    }

    private static List<Object> list(Object read) {
        return read instanceof List<?> l ? new ArrayList<>(l) : read == null ? List.of() : List.of(read);
    }

    private static List<String> texts(Object read) {
        return list(read).stream().map(KindReader::text).toList();
    }

    private static String text(Object read) {
        return read == null ? "" : String.valueOf(read);
    }
}
