package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.ValueType;
import org.mendak.core.runbook.Outline.Field;
import org.mendak.core.runbook.Outline.Shape;

/**
 * The words of a desk in the places in which they are written, for whoever changes one where it stands. {@link VocabularyEditing}
 * changes the text underneath.
 *
 * @param settings the desk's settings
 */
public record VocabularyOutline(List<Group> groups, List<Field> settings) {

    /** What the settings are called among the groups. */
    static final String SETTINGS = "settings";

    /** A kind of words: products, facts or needs. {@code fields} are the places that each has, all empty. */
    public record Group(String name, List<Word> words, List<Field> fields) {
        public Group {
            words = List.copyOf(words);
            fields = List.copyOf(fields);
        }
    }

    /** One of them. {@code line} is where it stands, from 1. */
    public record Word(String name, List<Field> fields, int line) {
        public Word {
            fields = List.copyOf(fields);
        }
    }

    public VocabularyOutline {
        groups = List.copyOf(groups);
        settings = List.copyOf(settings);
    }

    private record Place(String name, Shape shape) {}

    /** The kinds of words in the order in which they are written, with what each has. */
    private static final Map<String, List<Place>> PLACES = Map.of(
            "products",
            List.of(new Place("about", Shape.LINE), new Place("versions", Shape.LIST), formerly()),
            "facts",
            List.of(
                    new Place("title", Shape.LINE),
                    new Place("choices", Shape.LIST),
                    new Place("type", Shape.CHOICE),
                    new Place("minutes", Shape.MINUTES),
                    new Place("how", Shape.LINE),
                    new Place("words", Shape.PAIRS),
                    new Place("of-device", Shape.YES),
                    formerly()),
            "needs",
            List.of(
                    new Place("title", Shape.LINE),
                    new Place("minutes", Shape.MINUTES),
                    new Place("how", Shape.LINE),
                    new Place("while-used", Shape.YES),
                    formerly()),
            SETTINGS,
            List.of(new Place("hand-over-minutes", Shape.MINUTES), new Place("holding-days", Shape.MINUTES)));

    private static Place formerly() {
        return new Place("formerly", Shape.LIST);
    }

    /** The names of the kinds of words. */
    public static final List<String> GROUPS = List.of("products", "facts", "needs");

    static List<Field> fields(String group) {
        return PLACES.get(group).stream().map(p -> field(p, List.of())).toList();
    }

    private static Field field(Place p, List<String> values) {
        return new Field(
                p.name(),
                p.shape(),
                values,
                p.shape() == Shape.CHOICE ? List.of(ValueType.words().split(",\\s*")) : List.of());
    }

    /** The outline of {@code library.yaml}; without words if it cannot be read. Linear in its length. */
    public static VocabularyOutline of(String text) {
        Head root = Head.read(text, 1, new Problems());
        List<Group> groups = new ArrayList<>();
        for (String name : GROUPS) {
            Head group = root.inner(name);
            List<Word> words = group.keys().stream()
                    .map(k -> new Word(k.value(), values(name, group.inner(k.value())), k.line()))
                    .toList();
            groups.add(new Group(name, words, fields(name)));
        }
        return new VocabularyOutline(groups, values(SETTINGS, root.inner(SETTINGS)));
    }

    private static List<Field> values(String group, Head of) {
        return PLACES.get(group).stream()
                .map(p -> field(p, p.shape() == Shape.PAIRS ? pairs(of, p.name()) : texts(of, p.name())))
                .toList();
    }

    private static List<String> texts(Head of, String name) {
        return of.texts(name).stream()
                .map(Head.Text::value)
                .filter(v -> !v.isBlank())
                .toList();
    }

    private static List<String> pairs(Head of, String name) {
        Head inner = of.inner(name);
        return inner.keys().stream()
                .map(k -> k.value() + ": "
                        + inner.text(k.value()).map(Head.Text::value).orElse(""))
                .toList();
    }

    /** The words of a group. */
    List<Word> words(String group) {
        return groups.stream()
                .filter(g -> g.name().equals(group))
                .findFirst()
                .map(Group::words)
                .orElse(List.of());
    }
}
