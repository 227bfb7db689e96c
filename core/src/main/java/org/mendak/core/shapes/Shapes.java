package org.mendak.core.shapes;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.TreeMap;

/** Texts grouped by the message that they are made of. Never changes and is safe for use by many threads. */
public final class Shapes {

    /** As many forms with the same beginning, end or words are compared with each other; more are compared with these. */
    private static final int COMPARED = 40;

    private static final int ENDS = 2;

    /** A text that was read once, so that it need not be read again for the next grouping. */
    public static final class Read {
        private final Form form;

        private Read(Form form) {
            this.form = form;
        }
    }

    private final List<Form> forms;
    private final int[] root;
    /** Of each key the forms that others with it are compared with. */
    private final Map<String, List<Integer>> compared = new TreeMap<>();

    private final List<List<Integer>> groups;
    private final Map<Integer, Integer> groupOf = new HashMap<>();
    private final List<Read> read;
    /** Made when it is asked for; made twice it is the same. */
    private volatile Told told;

    private Shapes(List<Read> texts) {
        read = List.copyOf(texts);
        Map<Form, List<Integer>> byForm = new HashMap<>();
        for (int i = 0; i < texts.size(); i++) {
            byForm.computeIfAbsent(texts.get(i).form, f -> new ArrayList<>(1)).add(i);
        }
        forms = new ArrayList<>(byForm.keySet());
        // an order that the forms give by themselves: whichever text came first, the same are compared
        Map<Form, String> written = new HashMap<>();
        forms.forEach(f -> written.put(f, f.written()));
        forms.sort(Comparator.comparing(written::get));
        root = new int[forms.size()];
        for (int i = 0; i < root.length; i++) {
            root[i] = i;
        }
        Map<String, List<Integer>> buckets = new TreeMap<>();
        for (int i = 0; i < forms.size(); i++) {
            for (String key : keys(forms.get(i))) {
                buckets.computeIfAbsent(key, k -> new ArrayList<>()).add(i);
            }
        }
        buckets.forEach(this::join);
        int[] rootOf = new int[texts.size()];
        for (int i = 0; i < forms.size(); i++) {
            for (int text : byForm.get(forms.get(i))) {
                rootOf[text] = find(i);
            }
        }
        Map<Integer, List<Integer>> all = new LinkedHashMap<>();
        for (int t = 0; t < texts.size(); t++) {
            List<Integer> group = all.computeIfAbsent(rootOf[t], r -> new ArrayList<>());
            groupOf.putIfAbsent(rootOf[t], all.size() - 1);
            group.add(t);
        }
        groups = List.copyOf(all.values());
    }

    /** Reads a text; linear in its length. */
    public static Read read(String text) {
        return new Read(Form.of(text));
    }

    /** Groups texts; cost: linear in their number, for lines of bounded length. */
    public static Shapes of(List<Read> texts) {
        return new Shapes(texts);
    }

    /**
     * The groups of texts, each as the places of its texts, in order; groups by their first text. Every text is in one, those without
     * words are in one. The same groups whatever the order.
     *
     * @param texts what screens said
     */
    public static List<List<Integer>> group(List<String> texts) {
        return of(texts.stream().map(Shapes::read).toList()).groups();
    }

    /** The groups, each as the places of its texts. */
    public List<List<Integer>> groups() {
        return groups;
    }

    /** The group that a text would be in; empty if it would be alone. Does not depend on how many texts there are. */
    public OptionalInt groupOf(Read text) {
        for (String key : keys(text.form)) {
            for (int f : compared.getOrDefault(key, List.of())) {
                if (forms.get(f).equals(text.form) || Alike.are(forms.get(f), text.form)) {
                    return OptionalInt.of(groupOf.get(find(f)));
                }
            }
        }
        return OptionalInt.empty();
    }

    /**
     * The group that somebody means who tells its message in words of their own; empty if none is, or more than one may be. A text that
     * {@link #groupOf} finds is of that group for sure, this is a guess.
     *
     * @param but the place of a group that is not meant, such as the text's own; -1 for none
     */
    public OptionalInt meant(String text, int but) {
        Told t = told;
        if (t == null) {
            List<Form> known = new ArrayList<>();
            for (List<Integer> g : groups) {
                known.add(read.get(g.get(0)).form);
            }
            t = new Told(known);
            told = t;
        }
        return t.meant(text, but);
    }

    private void join(String key, List<Integer> bucket) {
        List<Integer> seen = new ArrayList<>();
        for (int f : bucket) {
            boolean joined = false;
            for (int s : seen) {
                if (find(s) == find(f) || Alike.are(forms.get(s), forms.get(f))) {
                    unite(s, f);
                    joined = true;
                }
            }
            if (!joined && seen.size() < COMPARED) {
                seen.add(f);
            }
        }
        compared.put(key, seen);
    }

    /** What forms of one message are likely to share: their first words, their last, and all words of the language. */
    private static List<String> keys(Form form) {
        List<String> constants = new ArrayList<>();
        StringBuilder language = new StringBuilder("l");
        List<String> keys = new ArrayList<>();
        for (Form.Token t : form.tokens()) {
            switch (t.kind()) {
                case LANGUAGE -> {
                    constants.add(t.text());
                    language.append(' ').append(t.text());
                }
                case WORD, SPEAKER -> constants.add(t.text());
                case CODE -> keys.add("c " + t.text());
                case VALUE, COLON -> {}
            }
        }
        int n = constants.size();
        keys.add(language.toString());
        if (n >= ENDS) {
            keys.add("f " + String.join(" ", constants.subList(0, ENDS)));
            keys.add("e " + String.join(" ", constants.subList(n - ENDS, n)));
        }
        return keys;
    }

    /** No path is shortened on the way: readers may come from many threads. */
    private int find(int i) {
        int r = i;
        while (root[r] != r) {
            r = root[r];
        }
        return r;
    }

    private void unite(int a, int b) {
        int x = find(a);
        int y = find(b);
        root[Math.max(x, y)] = Math.min(x, y);
    }
}
