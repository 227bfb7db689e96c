package org.mendak.core.runbook;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendak.core.language.Titles;

/** What the facts and values of a runbook are called: by the clauses that read them, by library.yaml, and by names that all cases have. */
public final class RunbookTitles implements Titles {

    /** What every case knows of itself. */
    private static final Map<String, String> OF_CASES = Map.of(
            "product", "product",
            "product_version", "version of the product",
            "phase", "phase",
            "device", "device",
            "reached", "way the device is reached",
            "access", "way the device is reached");

    private final Vocabulary vocabulary;
    private final Map<String, String> captured;

    private RunbookTitles(Vocabulary vocabulary, Map<String, String> captured) {
        this.vocabulary = vocabulary;
        this.captured = captured;
    }

    /** Titles of the vocabulary's facts alone. */
    public static RunbookTitles of(Vocabulary vocabulary) {
        return new RunbookTitles(vocabulary, Map.of());
    }

    /**
     * Titles beside what is read for a known error.
     *
     * @param error the known error; null if there is none
     * @param fixes its fixes, and their parts
     */
    public static RunbookTitles of(Vocabulary vocabulary, KnownError error, Collection<Fix> fixes) {
        Map<String, String> captured = new HashMap<>();
        if (error != null) {
            error.signatures().forEach(s -> captured.putAll(s.titles()));
            error.questions().stream()
                    .filter(q -> q.capture() != null)
                    .forEach(q -> captured.putAll(q.capture().titles()));
        }
        for (Fix f : fixes) {
            for (Fix.Step s : f.steps()) {
                s.captures().forEach(c -> captured.putAll(c.titles()));
            }
        }
        for (Fix f : fixes) {
            f.steps().forEach(s -> rows(f, s, captured));
        }
        return new RunbookTitles(vocabulary, captured);
    }

    /** A row's values are called as their list's. */
    private static void rows(Fix f, Fix.Step s, Map<String, String> captured) {
        if (s.choose() != null) {
            of(f, s.choose().list(), s.choose().name(), captured);
        }
        if (s.each() != null) {
            of(f, s.each().list(), s.each().item(), captured);
        }
    }

    private static void of(Fix f, String list, String name, Map<String, String> captured) {
        Set<String> fields = FixValues.fields(f, list).keySet();
        for (String field : fields) {
            String source =
                    field.isEmpty() ? list : captured.containsKey(list + "." + field) ? list + "." + field : field;
            String title = captured.get(source);
            if (title != null) {
                captured.putIfAbsent(field.isEmpty() ? name : name + "." + field, title);
            }
        }
    }

    @Override
    public Optional<String> titleOf(String name) {
        return vocabulary
                .fact(name)
                .map(Vocabulary.Fact::title)
                .or(() -> Optional.ofNullable(captured.get(name)))
                .or(() -> Optional.ofNullable(OF_CASES.get(name)));
    }

    @Override
    public Optional<String> sentence(String name, String value) {
        return vocabulary.fact(name).map(f -> f.words().get(value)).filter(s -> !s.isEmpty());
    }

    @Override
    public Optional<String> other(String name, String value) {
        return vocabulary
                .fact(name)
                .filter(f -> f.choices().size() == 2 && f.choices().contains(value))
                .map(f -> f.choices().get(f.choices().get(0).equals(value) ? 1 : 0));
    }
}
