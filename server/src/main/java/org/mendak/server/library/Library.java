package org.mendak.server.library;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.core.runbook.WorkedStep;

/**
 * The published library, parsed. Immutable; replaced as one after every change.
 *
 * @param errors the known errors that readers see, by key
 * @param fixes the fixes that readers see, by key
 * @param revisions the published revision of each, by "error/key" or "fix/key"
 * @param formerly today's key of each fix by those it had before
 */
public record Library(
        Map<String, KnownError> errors,
        Map<String, Fix> fixes,
        Vocabulary vocabulary,
        Map<String, Integer> revisions,
        Map<String, String> formerly) {

    static final Library EMPTY = new Library(Map.of(), Map.of(), Vocabulary.EMPTY, Map.of());

    public Library {
        errors = Map.copyOf(errors);
        fixes = Map.copyOf(fixes);
        revisions = Map.copyOf(revisions);
        formerly = Map.copyOf(formerly);
    }

    /** What readers see; the earlier names are those that the fixes tell. */
    public Library(
            Map<String, KnownError> errors,
            Map<String, Fix> fixes,
            Vocabulary vocabulary,
            Map<String, Integer> revisions) {
        this(errors, fixes, vocabulary, revisions, formerly(fixes));
    }

    private static Map<String, String> formerly(Map<String, Fix> fixes) {
        Map<String, String> formerly = new HashMap<>();
        fixes.values().stream()
                .sorted(Comparator.comparing(Fix::key))
                .forEach(f -> f.aliases().forEach(a -> formerly.putIfAbsent(a, f.key())));
        return formerly;
    }

    /** The known error of that key, or of that alias. */
    public Optional<KnownError> error(String key) {
        KnownError direct = errors.get(key);
        return direct != null
                ? Optional.of(direct)
                : errors.values().stream()
                        .filter(e -> e.aliases().contains(key))
                        .findFirst();
    }

    /** The fix of that key, or of that alias. */
    public Optional<Fix> fix(String key) {
        Fix direct = fixes.get(key);
        return direct != null
                ? Optional.of(direct)
                : Optional.ofNullable(formerly.get(key)).map(fixes::get);
    }

    /** The known errors that can be recognised. */
    public Collection<KnownError> recognisable() {
        return errors.values().stream().filter(e -> !e.firstAid()).toList();
    }

    /** What is said of each product, by its name. */
    public Map<String, String> products() {
        return vocabulary.products().stream()
                .collect(Collectors.toMap(Vocabulary.Product::name, Vocabulary.Product::about, (a, b) -> a));
    }

    /** The keys of an error's fixes and of the fixes that those run as parts. */
    public Set<String> fixKeysWithParts(KnownError e) {
        Set<String> keys = new LinkedHashSet<>(fixKeys(e));
        for (String key : fixKeys(e)) {
            fix(key).ifPresent(f -> keys.addAll(WorkedStep.parts(f, this::fix)));
        }
        return keys;
    }

    /** The known errors that try each fix, by the fix's key; O(errors), so ask once for many fixes. */
    public Map<String, List<KnownError>> triedBy() {
        Map<String, List<KnownError>> users = new HashMap<>();
        errors.values()
                .forEach(e -> fixKeys(e)
                        .forEach(f ->
                                users.computeIfAbsent(f, k -> new ArrayList<>()).add(e)));
        return users;
    }

    /** The titles of what readers see that tries this fix or runs it as a part, sorted. */
    public List<String> usersOf(String fix) {
        Stream<String> runbooks =
                errors.values().stream().filter(e -> fixKeys(e).contains(fix)).map(e -> "\"" + e.title() + "\"");
        Stream<String> wholes = fixes.values().stream()
                .filter(f -> f.steps().stream()
                        .anyMatch(s -> s.part() != null && s.part().fix().equals(fix)))
                .map(f -> "\"" + f.title() + "\"");
        return Stream.concat(runbooks, wholes).sorted().toList();
    }

    /** The keys of an error's fixes in the author's order. */
    public static List<String> fixKeys(KnownError e) {
        return e.tries().stream().map(KnownError.TryItem::fix).toList();
    }
}
