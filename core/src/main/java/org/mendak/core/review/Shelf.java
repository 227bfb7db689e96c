package org.mendak.core.review;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Signature;
import org.mendak.core.runbook.Vocabulary;

/** What a document is judged beside. A value; what is looked up in it is put in order once, when it is first asked for. */
public final class Shelf {

    /** Facts that every case has. */
    private static final Set<String> OF_EVERY_CASE = Set.of("product", "product_version", "phase", "device", "reached");

    /** Of so many changed documents on the index is made anew. */
    private static final int MOST_BEHIND = 500;

    private final Map<String, Fix> fixes;
    private final Map<String, KnownError> errors;
    private final Vocabulary vocabulary;
    private final Set<String> unseen;
    private volatile ShelfIndex index;

    private Shelf(
            Map<String, Fix> fixes,
            Map<String, KnownError> errors,
            Vocabulary vocabulary,
            Set<String> unseen,
            ShelfIndex index) {
        this.fixes = fixes;
        this.errors = errors;
        this.vocabulary = vocabulary;
        this.unseen = unseen;
        this.index = index;
    }

    /**
     * @param fixes the fixes that exist, drafts included, by key
     * @param errors the known errors that exist, drafts included, by key
     * @param unseen the keys of fixes that exist, but not for readers, and so not here
     */
    public Shelf(Map<String, Fix> fixes, Map<String, KnownError> errors, Vocabulary vocabulary, Set<String> unseen) {
        this(Map.copyOf(fixes), Map.copyOf(errors), vocabulary, Set.copyOf(unseen), null);
    }

    /** A shelf on which everything that exists stands. */
    public Shelf(Map<String, Fix> fixes, Map<String, KnownError> errors, Vocabulary vocabulary) {
        this(fixes, errors, vocabulary, Set.of());
    }

    /**
     * The same with some documents changed. Beside the copying of the two maps only what differs is looked at, until much of it does.
     *
     * @param kind of all of them
     * @param changed what each is now, by key; a null for one that is gone
     */
    public Shelf with(DocumentKind kind, Map<String, ParsedDocument> changed) {
        Map<String, Fix> nowFixes = kind == DocumentKind.FIX ? new HashMap<>(fixes) : fixes;
        Map<String, KnownError> nowErrors = kind == DocumentKind.ERROR ? new HashMap<>(errors) : errors;
        List<ShelfIndex.Change> changes = new ArrayList<>();
        changed.forEach((key, d) -> {
            Fix fix = d == null ? null : d.fix();
            KnownError error = d == null ? null : d.error();
            changes.add(
                    kind == DocumentKind.FIX
                            ? new ShelfIndex.Change(key, null, null, put(nowFixes, key, fix), fix)
                            : new ShelfIndex.Change(key, put(nowErrors, key, error), error, null, null));
        });
        ShelfIndex made = index().behind() + changes.size() > MOST_BEHIND ? null : index().with(changes);
        return new Shelf(nowFixes, nowErrors, vocabulary, unseen, made);
    }

    private static <T> T put(Map<String, T> all, String key, T value) {
        return value == null ? all.remove(key) : all.put(key, value);
    }

    public Map<String, Fix> fixes() {
        return Collections.unmodifiableMap(fixes);
    }

    public Map<String, KnownError> errors() {
        return Collections.unmodifiableMap(errors);
    }

    public Vocabulary vocabulary() {
        return vocabulary;
    }

    public Set<String> unseen() {
        return unseen;
    }

    /** Whether there is such a fix, for readers or not, under this name or an earlier one. */
    public boolean hasFix(String key) {
        return fixes.containsKey(key) || unseen.contains(key) || index().hasAlias(key);
    }

    /** The known errors that try a fix, by their keys in order. */
    public List<String> usersOf(String fix) {
        return index().users(fix);
    }

    /** Whether a known error tries a fix or rules it out, or another fix runs it. */
    public boolean uses(String fix) {
        return index().uses(fix);
    }

    /** Other fixes that are called the same, or whose commands are the same; by their keys in order. */
    public List<String> twinsOf(Fix fix) {
        return ShelfIndex.traits(fix).stream()
                .flatMap(t -> index().twins(t).stream())
                .filter(k -> !k.equals(fix.key()))
                .distinct()
                .sorted()
                .toList();
    }

    /**
     * Fixes that are called the same or do the same.
     *
     * @param first the one of them whose key is the first
     * @param others the keys of those like it, in order
     */
    public record Alike(Fix first, List<String> others) {}

    /** All that are like another one, told once, of the first: a hundred like each other are no five thousand pairs. O(fixes). */
    public List<Alike> alike() {
        Map<String, String> firsts = new HashMap<>();
        Map<String, List<String>> traits = new TreeMap<>();
        for (Fix f : fixes.values()) {
            List<String> own = ShelfIndex.traits(f);
            own.forEach(t -> firsts.merge(t, f.key(), (a, b) -> a.compareTo(b) < 0 ? a : b));
            traits.put(f.key(), own);
        }
        List<Alike> alike = new ArrayList<>();
        traits.forEach((key, own) -> {
            if (own.stream().allMatch(t -> firsts.get(t).equals(key))) {
                List<String> others = twinsOf(fixes.get(key));
                if (!others.isEmpty()) {
                    alike.add(new Alike(fixes.get(key), others));
                }
            }
        });
        return alike;
    }

    /** The samples of other known errors that may be matched by what one is recognised by; the likest first, at most so many. */
    public List<Rehearsal.Past> samplesNear(KnownError error, List<Signature> signatures, int most) {
        return index().samplesNear(signatures, most).stream()
                .filter(s -> !s.error().key().equals(error.key()))
                .map(s -> new Rehearsal.Past(0, s.error().key(), s.text()))
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
                        && vocabulary.needs().stream().anyMatch(n -> n.id().equals(name.substring(5)))
                || index().asks(name);
    }
}
