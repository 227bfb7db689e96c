package org.mendak.core.shapes;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Groups texts by the message that they are made of. */
public final class Shapes {

    /** As many forms with the same beginning, end or words are compared with each other; more are compared with these. */
    private static final int COMPARED = 40;

    private static final int ENDS = 2;

    private Shapes() {}

    /**
     * The groups of texts, each as the places of its texts, in order; groups by their first text. Every text is in one, a text without
     * words in one of its own. The same groups whatever the order.
     *
     * @param texts what screens said
     * @return cost: linear in the number of texts, for lines of bounded length
     */
    public static List<List<Integer>> of(List<String> texts) {
        Map<Form, List<Integer>> byForm = new HashMap<>();
        for (int i = 0; i < texts.size(); i++) {
            byForm.computeIfAbsent(Form.of(texts.get(i)), f -> new ArrayList<>(1))
                    .add(i);
        }
        List<Form> forms = new ArrayList<>(byForm.keySet());
        // an order that the forms give by themselves: whichever text came first, the same are compared
        Map<Form, String> written = new HashMap<>();
        forms.forEach(f -> written.put(f, f.written()));
        forms.sort(Comparator.comparing(written::get));
        int[] root = new int[forms.size()];
        for (int i = 0; i < root.length; i++) {
            root[i] = i;
        }
        Map<String, List<Integer>> buckets = new TreeMap<>();
        for (int i = 0; i < forms.size(); i++) {
            for (String key : keys(forms.get(i))) {
                buckets.computeIfAbsent(key, k -> new ArrayList<>()).add(i);
            }
        }
        buckets.values().forEach(b -> join(b, forms, root));
        Map<Integer, List<Integer>> groups = new LinkedHashMap<>();
        Map<Integer, Integer> rootOf = new HashMap<>();
        for (int i = 0; i < forms.size(); i++) {
            for (int text : byForm.get(forms.get(i))) {
                rootOf.put(text, find(root, i));
            }
        }
        for (int t = 0; t < texts.size(); t++) {
            groups.computeIfAbsent(rootOf.get(t), r -> new ArrayList<>()).add(t);
        }
        return List.copyOf(groups.values());
    }

    private static void join(List<Integer> bucket, List<Form> forms, int[] root) {
        List<Integer> seen = new ArrayList<>();
        for (int f : bucket) {
            boolean joined = false;
            for (int s : seen) {
                if (find(root, s) == find(root, f) || Alike.are(forms.get(s), forms.get(f))) {
                    unite(root, s, f);
                    joined = true;
                }
            }
            if (!joined && seen.size() < COMPARED) {
                seen.add(f);
            }
        }
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

    private static int find(int[] root, int i) {
        int r = i;
        while (root[r] != r) {
            root[r] = root[root[r]];
            r = root[r];
        }
        return r;
    }

    private static void unite(int[] root, int a, int b) {
        int x = find(root, a);
        int y = find(root, b);
        root[Math.max(x, y)] = Math.min(x, y);
    }
}
