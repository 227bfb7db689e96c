package org.mendak.core.review;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/**
 * What is looked up on a shelf at each pause in typing. One of a shelf that differs in little is made beside the large one, in the time
 * that what differs takes.
 */
final class ShelfIndex {

    /** A sample and the error that it is of. */
    record Sample(KnownError error, String text) {}

    /** The names that a question of any document sets, by what asks. */
    private final Layered asked;
    /** The fixes that any document tries, rules out or runs as a part, by what uses them. */
    private final Layered used;
    /** The known errors that try a fix. */
    private final Layered users;
    /** The fixes that have one of {@link #traits}. */
    private final Layered twins;
    /** The fixes by their earlier names. */
    private final Layered aliases;
    /** The known errors that have a code, by the code in small letters. */
    private final Layered codes;

    private final ByWords<Sample> samples;
    /** Known errors whose samples in {@link #samples} hold no longer, each with what it is now; empty for one that is gone. */
    private final Map<String, List<KnownError>> changed;

    private final ByWords<Sample> changedSamples;
    private final int behind;

    private ShelfIndex(ShelfIndex like, ByWords<Sample> samples, Map<String, List<KnownError>> changed, int behind) {
        asked = like == null ? new Layered() : like.asked.changeable();
        used = like == null ? new Layered() : like.used.changeable();
        users = like == null ? new Layered() : like.users.changeable();
        twins = like == null ? new Layered() : like.twins.changeable();
        aliases = like == null ? new Layered() : like.aliases.changeable();
        codes = like == null ? new Layered() : like.codes.changeable();
        this.samples = samples;
        this.changed = changed;
        changedSamples = samplesOf(changed.values().stream().flatMap(List::stream));
        this.behind = behind;
    }

    static ShelfIndex of(Shelf shelf) {
        ShelfIndex i = new ShelfIndex(null, samplesOf(shelf.errors().values().stream()), Map.of(), 0);
        shelf.errors().values().forEach(e -> i.note(e, Layered::add));
        shelf.fixes().values().forEach(f -> i.note(f, Layered::add));
        return i;
    }

    private static ByWords<Sample> samplesOf(Stream<KnownError> errors) {
        List<Sample> all = errors.sorted(Comparator.comparing(KnownError::key))
                .flatMap(e -> e.samples().stream().map(s -> new Sample(e, s.text())))
                .toList();
        return ByWords.of(all, Sample::text);
    }

    /** The index of a shelf that has these in place of those. */
    ShelfIndex with(Collection<Change> changes) {
        Map<String, List<KnownError>> errors = new HashMap<>(changed);
        for (Change c : changes) {
            if (c.errorBefore() != null || c.error() != null) {
                errors.put(c.key(), c.error() == null ? List.of() : List.of(c.error()));
            }
        }
        ShelfIndex i = new ShelfIndex(this, samples, errors, behind + changes.size());
        for (Change c : changes) {
            if (c.errorBefore() != null) {
                i.note(c.errorBefore(), Layered::remove);
            }
            if (c.fixBefore() != null) {
                i.note(c.fixBefore(), Layered::remove);
            }
            if (c.error() != null) {
                i.note(c.error(), Layered::add);
            }
            if (c.fix() != null) {
                i.note(c.fix(), Layered::add);
            }
        }
        return i;
    }

    /** A document that is another, new or gone; what there was not, or is not, is null. */
    record Change(String key, KnownError errorBefore, KnownError error, Fix fixBefore, Fix fix) {}

    /** How many documents were changed since it was made as a whole. */
    int behind() {
        return behind;
    }

    private interface Note {
        void of(Layered table, String of, String name);
    }

    private void note(KnownError e, Note note) {
        String by = "error/" + e.key();
        e.questions().forEach(q -> note.of(asked, q.sets(), by));
        e.tries().forEach(t -> {
            note.of(used, t.fix(), by);
            note.of(users, t.fix(), e.key());
        });
        e.ruledOut().forEach(r -> note.of(used, r.fix(), by));
        e.signatures().stream()
                .filter(s -> s.kind() == Signature.Kind.CODE)
                .forEach(s -> note.of(codes, code(s.text()), e.key()));
    }

    private void note(Fix f, Note note) {
        String by = "fix/" + f.key();
        f.aliases().forEach(a -> note.of(aliases, a, f.key()));
        traits(f).forEach(t -> note.of(twins, t, f.key()));
        for (Fix.Step s : f.steps()) {
            s.asks().forEach(a -> note.of(asked, a.sets(), by));
            if (s.part() != null && !s.part().fix().equals(f.key())) {
                note.of(used, s.part().fix(), by);
            }
        }
    }

    boolean asks(String name) {
        return asked.has(name);
    }

    boolean uses(String fix) {
        return used.has(fix);
    }

    boolean hasAlias(String name) {
        return aliases.has(name);
    }

    /** The known errors that try a fix, in order. */
    List<String> users(String fix) {
        return users.get(fix).stream().distinct().sorted().toList();
    }

    /** The fixes that have a trait. */
    List<String> twins(String trait) {
        return twins.get(trait);
    }

    /** The known errors that have a code, in order. */
    List<String> haveCode(String code) {
        return codes.get(code(code)).stream().distinct().sorted().toList();
    }

    /** The samples that these signatures may match; see {@link ByWords#near}. */
    List<Sample> samplesNear(List<Signature> signatures, int most) {
        List<Sample> near = samples.near(signatures, most);
        return changed.isEmpty()
                ? near
                : Stream.concat(
                                changedSamples.near(signatures, most).stream(),
                                near.stream()
                                        .filter(s ->
                                                !changed.containsKey(s.error().key())))
                        .limit(most)
                        .toList();
    }

    /** What two fixes that do the same have in common: the words of the title in any order, or all the commands. */
    static List<String> traits(Fix f) {
        List<String> traits = new ArrayList<>();
        String title = ByWords.words(f.title()).stream().sorted().collect(Collectors.joining(" "));
        if (!title.isEmpty()) {
            traits.add("title " + title);
        }
        String commands = f.steps().stream()
                .flatMap(s -> s.fences().stream())
                .map(c -> c.text().strip().replaceAll("\\s+", " "))
                .collect(Collectors.joining("\n"));
        if (commands.length() >= 12) {
            traits.add("does " + commands);
        }
        return traits;
    }

    private static String code(String text) {
        return text.toLowerCase(Locale.ROOT);
    }

    /** The words of all that known errors are recognised by, their titles too; null for none. */
    static Set<String> wordsOf(KnownError... errors) {
        Set<String> all = new HashSet<>();
        for (KnownError e : errors) {
            if (e != null) {
                all.addAll(ByWords.words(e.title()));
                e.signatures()
                        .forEach(s -> all.addAll(ByWords.words(
                                s.template() == null ? s.text() : s.template().literals())));
            }
        }
        return all;
    }
}
