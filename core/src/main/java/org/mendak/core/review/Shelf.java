package org.mendak.core.review;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;

/** What a document is judged beside. A value; what is looked up in it is put in order once, when it is first asked for. */
public final class Shelf {

    /** Facts that every case has. */
    private static final Set<String> OF_EVERY_CASE = Set.of("product", "product_version", "phase", "device", "reached");

    private final Map<String, Fix> fixes;
    private final Map<String, KnownError> errors;
    private final Vocabulary vocabulary;
    private final Set<String> unseen;
    private volatile ShelfIndex index;

    /**
     * @param fixes the fixes that exist, drafts included, by key
     * @param errors the known errors that exist, drafts included, by key
     * @param unseen the keys of fixes that exist, but not for readers, and so not here
     */
    public Shelf(Map<String, Fix> fixes, Map<String, KnownError> errors, Vocabulary vocabulary, Set<String> unseen) {
        this.fixes = Map.copyOf(fixes);
        this.errors = Map.copyOf(errors);
        this.vocabulary = vocabulary;
        this.unseen = Set.copyOf(unseen);
    }

    /** A shelf on which everything that exists stands. */
    public Shelf(Map<String, Fix> fixes, Map<String, KnownError> errors, Vocabulary vocabulary) {
        this(fixes, errors, vocabulary, Set.of());
    }

    public Map<String, Fix> fixes() {
        return fixes;
    }

    public Map<String, KnownError> errors() {
        return errors;
    }

    public Vocabulary vocabulary() {
        return vocabulary;
    }

    public Set<String> unseen() {
        return unseen;
    }

    /** Whether there is such a fix, for readers or not, under this name or an earlier one. */
    public boolean hasFix(String key) {
        return fixes.containsKey(key)
                || unseen.contains(key)
                || index().aliases().contains(key);
    }

    /** The known errors that try a fix, by their keys in order. */
    public List<String> usersOf(String fix) {
        return index().users().getOrDefault(fix, List.of());
    }

    /** Other fixes that are called the same, or whose commands are the same; by their keys in order. */
    public List<String> twinsOf(Fix fix) {
        return ShelfIndex.traits(fix).stream()
                .flatMap(t -> index().twins().getOrDefault(t, List.of()).stream())
                .filter(k -> !k.equals(fix.key()))
                .distinct()
                .sorted()
                .toList();
    }

    /** The index, made once; two who ask at once may both make it, which does no harm. */
    ShelfIndex index() {
        ShelfIndex made = index;
        if (made == null) {
            made = ShelfIndex.of(this);
            index = made;
        }
        return made;
    }

    /** Whether every case may know something of this name: it has it itself, the vocabulary declares it, or a question sets it. */
    boolean isFact(String name) {
        return OF_EVERY_CASE.contains(name)
                || vocabulary.facts().stream().anyMatch(f -> f.id().equals(name))
                || name.startsWith("need.")
                        && vocabulary.need(name.substring(5)).isPresent()
                || index().asked().contains(name);
    }
}
