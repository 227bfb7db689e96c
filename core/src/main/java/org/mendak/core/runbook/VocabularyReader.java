package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendak.core.language.ValueType;

/** Reads {@code library.yaml}. */
final class VocabularyReader {

    private VocabularyReader() {}

    static Vocabulary.Read read(String text) {
        Problems problems = new Problems();
        Head root = Head.read(text, 1, problems);
        root.expectOnly(Set.of("format", "products", "facts", "needs", "settings"));
        root.text("format").ifPresent(t -> {
            if (!t.value().equals("1")) {
                problems.error(
                        t.line(),
                        t.column(),
                        "format \"" + t.value() + "\" is not known",
                        "this Mendak reads format: 1");
            }
        });
        List<Vocabulary.Product> products = new ArrayList<>();
        Head p = root.inner("products");
        for (Head.Text name : p.keys()) {
            Head h = p.inner(name.value());
            h.expectOnly(Set.of("about", "versions", "formerly"));
            products.add(new Vocabulary.Product(
                    name.value(), text(h, "about", ""), values(h, "versions"), values(h, "formerly")));
        }
        List<Vocabulary.Fact> facts = new ArrayList<>();
        Head f = root.inner("facts");
        for (Head.Text name : f.keys()) {
            Head h = f.inner(name.value());
            h.expectOnly(Set.of("title", "choices", "type", "minutes", "how", "of-device", "words", "formerly"));
            facts.add(new Vocabulary.Fact(
                    name.value(),
                    text(h, "title", name.value()),
                    values(h, "choices"),
                    type(h, problems),
                    h.number("minutes", 0),
                    text(h, "how", ""),
                    text(h, "of-device", "").matches("true|yes"),
                    sentences(h),
                    values(h, "formerly")));
        }
        List<Vocabulary.Need> needs = new ArrayList<>();
        Head n = root.inner("needs");
        for (Head.Text name : n.keys()) {
            Head h = n.inner(name.value());
            h.expectOnly(Set.of("title", "minutes", "how", "while-used", "formerly"));
            needs.add(new Vocabulary.Need(
                    name.value(),
                    text(h, "title", name.value()),
                    h.number("minutes", 0),
                    text(h, "how", ""),
                    text(h, "while-used", "").matches("true|yes"),
                    values(h, "formerly")));
        }
        Head settings = root.inner("settings");
        settings.expectOnly(Set.of("hand-over-minutes", "holding-days"));
        return new Vocabulary.Read(
                new Vocabulary(
                        products,
                        facts,
                        needs,
                        settings.number("hand-over-minutes", 45),
                        settings.number("holding-days", 14)),
                problems.sorted());
    }

    private static ValueType type(Head h, Problems problems) {
        Head.Text t = h.text("type").orElse(null);
        if (t == null) {
            return null;
        }
        Optional<ValueType> type = ValueType.named(t.value());
        if (type.isEmpty()) {
            problems.error(
                    t.line(), t.column(), "\"" + t.value() + "\" is not a type", "types are " + ValueType.words());
        }
        return type.orElse(null);
    }

    /** What each answer says, by answer. */
    private static Map<String, String> sentences(Head h) {
        Map<String, String> sentences = new LinkedHashMap<>();
        Head words = h.inner("words");
        words.keys().forEach(k -> sentences.put(k.value(), text(words, k.value(), "")));
        return sentences;
    }

    private static String text(Head h, String key, String otherwise) {
        return h.text(key).map(Head.Text::value).orElse(otherwise);
    }

    private static List<String> values(Head h, String key) {
        return h.texts(key).stream().map(Head.Text::value).toList();
    }
}
