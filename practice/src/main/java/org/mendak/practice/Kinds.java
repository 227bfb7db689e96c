package org.mendak.practice;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * All kinds of devices that there are. Each stands in a file of its own, YAML: its names, how a sound one stands, what can be typed and done,
 * and the faults that known errors are on it. What several kinds understand stands in files that begin with {@code with-}.
 */
public final class Kinds {

    private final Map<String, Kind> byName = new TreeMap<>();

    private Kinds() {}

    /**
     * Reads them.
     *
     * @param files their texts by the names of the files, without folder and ending
     * @throws BadKind if one cannot be read
     */
    public static Kinds read(Map<String, String> files) {
        Map<String, List<Deed>> shared = new LinkedHashMap<>();
        files.forEach((name, text) -> {
            if (name.startsWith("with-")) {
                shared.put(name.substring("with-".length()), KindReader.deeds(name, text));
            }
        });
        Kinds kinds = new Kinds();
        files.forEach((name, text) -> {
            if (!name.startsWith("with-")) {
                Kind k = KindReader.read(name, text, shared);
                kinds.byName.put(k.name(), k);
            }
        });
        return kinds;
    }

    /** The devices that there are, by their names. */
    public List<String> devices() {
        return byName.values().stream()
                .flatMap(k -> k.names().stream())
                .sorted()
                .toList();
    }

    /** The known errors that a device can have here, with their causes by the fixes that mend them. */
    public Map<String, List<String>> faults() {
        Map<String, List<String>> all = new TreeMap<>();
        byName.values()
                .forEach(k -> k.faults()
                        .forEach((error, f) ->
                                all.put(error, List.copyOf(f.causes().keySet()))));
        return all;
    }

    /** The tools whose commands some device understands. */
    public List<String> tools() {
        return byName.values().stream()
                .flatMap(k -> k.deeds().stream())
                .filter(Deed::isTyped)
                .map(d -> d.wording().tool())
                .collect(Collectors.toCollection(TreeSet::new))
                .stream()
                .toList();
    }

    /** Whether some device understands a command; places for values stand in it as any word would. */
    public boolean understands(String line) {
        List<String> words = Wording.split(line);
        return byName.values().stream()
                .anyMatch(k -> k.deeds().stream()
                        .filter(Deed::isTyped)
                        .anyMatch(d -> d.wording().looksLike(words)));
    }

    /**
     * A device that nothing is wrong with; empty if there is none of that name.
     *
     * @param name such as {@code till-tar-03}
     */
    public Optional<PracticeDevice> sound(String name) {
        return byName.values().stream()
                .filter(k -> k.names().contains(name))
                .findFirst()
                .map(k -> new PracticeDevice(k, name, null, null));
    }

    /**
     * A device with a fault; empty if no kind has it.
     *
     * @param error the known error
     * @param cause the fix that mends it; null for any of its causes
     * @param chance decides what is left open
     */
    public Optional<PracticeDevice> broken(String error, String cause, Random chance) {
        return byName.values().stream()
                .filter(k -> k.faults().containsKey(error))
                .findFirst()
                .flatMap(k -> {
                    List<String> causes =
                            new ArrayList<>(k.faults().get(error).causes().keySet());
                    String of = cause == null ? causes.get(chance.nextInt(causes.size())) : cause;
                    return causes.contains(of)
                            ? Optional.of(new PracticeDevice(
                                    k,
                                    k.names().get(chance.nextInt(k.names().size())),
                                    k.faults().get(error),
                                    of))
                            : Optional.empty();
                });
    }

    /** The known errors that callers have words of their own for. */
    public List<String> called() {
        return byName.values().stream()
                .flatMap(k -> k.faults().values().stream())
                .filter(f -> !f.callers().isEmpty())
                .map(Fault::error)
                .sorted()
                .toList();
    }

    /** The device of that name as it stood when it had this fault; empty if it cannot have had it. */
    public Optional<PracticeDevice> again(String name, String error, String cause) {
        return byName.values().stream()
                .filter(k -> k.names().contains(name))
                .findFirst()
                .flatMap(k -> Optional.ofNullable(k.faults().get(error))
                        .filter(f -> f.causes().containsKey(cause))
                        .map(f -> new PracticeDevice(k, name, f, cause)));
    }
}
