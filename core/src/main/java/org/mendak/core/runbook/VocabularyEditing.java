package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.mendak.core.language.ProductRange;
import org.mendak.core.runbook.Outline.Field;
import org.mendak.core.runbook.VocabularyOutline.Group;
import org.mendak.core.runbook.VocabularyOutline.Word;

/**
 * Changes the words of a desk where they stand, with the least difference: what a change is not about stays to the byte. Every change is
 * read back before it counts: one that would make the words say anything else than what was asked for is refused.
 */
public final class VocabularyEditing {

    /** As many changes as can be made in one go. */
    public static final int MOST = 50;

    private static final int LONGEST_NAME = 120;

    private VocabularyEditing() {}

    /** One change; {@code group} is products, facts or needs. */
    public sealed interface Change {

        /** Other values at one place of a word, none empties it; of a setting if the group is settings. */
        record Put(String group, String name, String field, List<String> values) implements Change {
            public Put {
                values = List.copyOf(values);
            }
        }

        /** A new word, with what is known of it. */
        record Add(String group, String name, Map<String, List<String>> fields) implements Change {
            public Add {
                fields = Map.copyOf(fields);
            }
        }

        /** Takes a word away. */
        record Remove(String group, String name) implements Change {}

        /** Gives a word another name; the one it had stays among those that it had before. */
        record Rename(String group, String name, String to) implements Change {}
    }

    /** The changed text; as it was if the change was refused. {@code refused} says why, and is empty if it was made. */
    public record Edited(String text, String refused) {}

    /** Makes changes one after the other: all, or none. Never fails. Linear in the text for each. */
    public static Edited apply(String text, List<Change> changes) {
        if (changes.size() > MOST) {
            return new Edited(text, "More than " + MOST + " changes at once.");
        }
        String now = text;
        for (Change c : changes) {
            try {
                now = one(now.isBlank() ? "format: 1\n" : now, c);
            } catch (Editing.Refused e) {
                return new Edited(text, e.getMessage());
            }
        }
        return new Edited(now, "");
    }

    private static String one(String text, Change change) {
        if (VocabularyReader.read(text).problems().stream().anyMatch(Problem::stopsPublishing)) {
            throw new Editing.Refused("The words cannot be read as they are. Mend them in the source first.");
        }
        VocabularyOutline meant = meant(VocabularyOutline.of(text), change);
        VocabularyWriter writer = new VocabularyWriter(text);
        return Stream.of(writer.inPlace(change), writer.rewritten(change, meant))
                .filter(Objects::nonNull)
                .filter(t -> said(VocabularyOutline.of(t)).equals(said(meant)))
                .filter(t -> VocabularyReader.read(t).problems().stream().noneMatch(Problem::stopsPublishing))
                .findFirst()
                .orElseThrow(() -> new Editing.Refused(
                        "It would be read as something else. Put it in other words, or write it in the source."));
    }

    /** All that an outline says, places in the text left out. */
    private static List<Object> said(VocabularyOutline o) {
        return Stream.concat(
                        o.groups().stream()
                                .map(g -> g.words().stream()
                                        .map(w -> List.of(w.name(), w.fields()))
                                        .toList()),
                        Stream.of(o.settings()))
                .collect(Collectors.toList());
    }

    /** What is to be said once the change is made. */
    private static VocabularyOutline meant(VocabularyOutline o, Change change) {
        if (change instanceof Change.Put p && p.group().equals(VocabularyOutline.SETTINGS)) {
            return new VocabularyOutline(o.groups(), put(o.settings(), p.field(), p.values()));
        }
        String group = group(change);
        if (!VocabularyOutline.GROUPS.contains(group)) {
            throw new Editing.Refused("\"" + group + "\" is no kind of words; there are "
                    + String.join(", ", VocabularyOutline.GROUPS) + ".");
        }
        List<Word> words = words(o.words(group), group, change);
        return new VocabularyOutline(
                o.groups().stream()
                        .map(g -> g.name().equals(group) ? new Group(group, words, g.fields()) : g)
                        .toList(),
                o.settings());
    }

    private static String group(Change change) {
        return change instanceof Change.Put p
                ? p.group()
                : change instanceof Change.Add a
                        ? a.group()
                        : change instanceof Change.Remove r ? r.group() : ((Change.Rename) change).group();
    }

    private static List<Word> words(List<Word> all, String group, Change change) {
        List<Word> words = new ArrayList<>(all);
        if (change instanceof Change.Add a) {
            named(all, group, a.name());
            List<Field> fields = VocabularyOutline.fields(group);
            for (Map.Entry<String, List<String>> e : a.fields().entrySet()) {
                fields = put(fields, e.getKey(), e.getValue());
            }
            words.add(new Word(a.name(), fields, 0));
        } else if (change instanceof Change.Remove r) {
            words.remove(at(all, r.name()));
        } else if (change instanceof Change.Put p) {
            int at = at(all, p.name());
            words.set(at, new Word(p.name(), put(all.get(at).fields(), p.field(), p.values()), 0));
        } else if (change instanceof Change.Rename r) {
            int at = at(all, r.name());
            if (isState(group, r.name()) || isState(group, r.to())) {
                throw new Editing.Refused("\"" + r.name()
                        + "\" is a state that fixes leave and need: its name stands in conditions of its own. Add the new one, and"
                        + " change the documents that name this one.");
            }
            List<Word> others = new ArrayList<>(all);
            others.remove(at);
            named(others, group, r.to());
            words.set(at, new Word(r.to(), put(all.get(at).fields(), "formerly", formerly(all.get(at), r)), 0));
        }
        return words;
    }

    /** The names that it had, with the one that it has; the one that it gets is none of them. */
    static List<String> formerly(Word word, Change.Rename r) {
        List<String> names = new ArrayList<>(word.fields().stream()
                .filter(f -> f.name().equals("formerly"))
                .flatMap(f -> f.values().stream())
                .filter(n -> !n.equals(r.to()) && !n.equals(r.name()))
                .toList());
        names.add(r.name());
        return names;
    }

    private static int at(List<Word> words, String name) {
        for (int i = 0; i < words.size(); i++) {
            if (words.get(i).name().equals(name)) {
                return i;
            }
        }
        throw new Editing.Refused("There is no \"" + name + "\" any more.");
    }

    /** What must be so, such as {@code installer = closed}: a need that is a fact's value. */
    private static boolean isState(String group, String name) {
        return group.equals("needs") && NeedState.of(name).isPresent();
    }

    /** Refuses a name that is taken, or was, or that cannot be read as one. */
    private static void named(List<Word> others, String group, String name) {
        Set<String> taken = new HashSet<>();
        others.forEach(w -> {
            taken.add(w.name());
            w.fields().stream().filter(f -> f.name().equals("formerly")).forEach(f -> taken.addAll(f.values()));
        });
        if (taken.contains(name)) {
            throw new Editing.Refused("There is a \"" + name + "\" already, or something was called so before.");
        }
        if (name.length() > LONGEST_NAME) {
            throw new Editing.Refused("A name has at most " + LONGEST_NAME + " characters.");
        }
        if (group.equals("products")) {
            ProductRange range = ProductRange.parse(name).value();
            if (range == null || !range.product().equals(name) || name.matches("(?s).*[\"\\n\\r].*")) {
                throw new Editing.Refused(
                        "\"" + name
                                + "\" cannot be a product's name: write it in one line, without versions, quotation marks and < > =.");
            }
        } else if (!name.matches("[A-Za-z_][A-Za-z0-9_.-]*") && !isState(group, name)) {
            throw new Editing.Refused("\"" + name
                    + "\" cannot be its name: it begins with a letter and has letters, digits, dots, dashes and _.");
        }
    }

    private static List<Field> put(List<Field> fields, String name, List<String> values) {
        if (fields.stream().noneMatch(f -> f.name().equals(name))) {
            throw new Editing.Refused("There is no place called \"" + name + "\" here.");
        }
        List<String> said =
                values.stream().filter(v -> !v.isBlank()).map(String::strip).toList();
        return fields.stream()
                .map(f -> f.name().equals(name) ? new Field(name, f.shape(), said, f.choices()) : f)
                .toList();
    }
}
