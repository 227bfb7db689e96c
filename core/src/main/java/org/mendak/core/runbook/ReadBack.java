package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.mendak.core.runbook.Outline.Field;
import org.mendak.core.runbook.Outline.Kind;
import org.mendak.core.runbook.Outline.Part;

/** Whether a document says after a change what it said before, but for what was to be changed. */
final class ReadBack {

    private ReadBack() {}

    /** Where what was changed stands now; empty if anything else differs too, or not what should. */
    static Optional<List<Integer>> place(Outline before, Outline after, Edit edit) {
        if (edit instanceof Edit.Put p && p.path().isEmpty()) {
            return sameHead(before, after, p) && same(before.parts(), after.parts())
                    ? Optional.of(List.of())
                    : Optional.empty();
        }
        if (!before.head().equals(after.head())) {
            return Optional.empty();
        }
        if (edit instanceof Edit.Put p) {
            return put(before.parts(), after.parts(), p, 0) ? Optional.of(p.path()) : Optional.empty();
        }
        if (edit instanceof Edit.Remove r) {
            return same(without(before.parts(), r.path(), 0), after.parts())
                    ? Optional.of(List.of())
                    : Optional.empty();
        }
        if (edit instanceof Edit.Move m) {
            List<Integer> path = new ArrayList<>(m.path());
            path.set(path.size() - 1, m.to());
            return same(moved(before.parts(), m, 0), after.parts()) ? Optional.of(path) : Optional.empty();
        }
        return added(before.parts(), after.parts(), (Edit.Add) edit, 0);
    }

    private static boolean sameHead(Outline before, Outline after, Edit.Put p) {
        for (int i = 0; i < before.head().size(); i++) {
            Field old = before.head().get(i);
            List<String> expected = old.name().equals(p.field()) ? Writer.clean(p.values()) : old.values();
            if (!after.head().get(i).values().equals(expected)) {
                return false;
            }
        }
        return true;
    }

    /** Whether both say the same; words that follow each other are one, and empty lines among them say nothing. */
    private static boolean same(List<Part> a, List<Part> b) {
        List<Part> x = joined(a);
        List<Part> y = joined(b);
        if (x.size() != y.size()) {
            return false;
        }
        for (int i = 0; i < x.size(); i++) {
            if (!same(x.get(i), y.get(i))) {
                return false;
            }
        }
        return true;
    }

    private static boolean same(Part a, Part b) {
        return a.kind() == b.kind()
                && a.keyword().equals(b.keyword())
                && a.fields().equals(b.fields())
                && same(a.below(), b.below());
    }

    private static List<Part> joined(List<Part> parts) {
        List<Part> all = new ArrayList<>();
        for (Part p : parts) {
            Part last = all.isEmpty() ? null : all.get(all.size() - 1);
            if (p.kind() != Kind.WORDS) {
                all.add(p);
            } else if (last != null && last.kind() == Kind.WORDS) {
                all.set(all.size() - 1, words(said(last) + "\n" + said(p)));
            } else {
                all.add(words(said(p)));
            }
        }
        return all;
    }

    private static String said(Part p) {
        return p.fields().get(0).values().stream()
                .flatMap(String::lines)
                .filter(l -> !l.isBlank())
                .map(String::stripTrailing)
                .collect(Collectors.joining("\n"));
    }

    private static Part words(String text) {
        return new Part(
                Kind.WORDS,
                "",
                List.of(new Field("words", Outline.Shape.WORDS, List.of(text))),
                List.of(),
                List.of(),
                true,
                0,
                0);
    }

    /** Whether the part at the path has the new values, and nothing else differs. Words may become whatever they are read as. */
    private static boolean put(List<Part> before, List<Part> after, Edit.Put p, int depth) {
        int at = p.path().get(depth);
        boolean here = depth == p.path().size() - 1;
        if (here && before.get(at).kind() == Kind.WORDS) {
            int behind = before.size() - at - 1;
            return after.size() >= at + behind
                    && same(before.subList(0, at), after.subList(0, at))
                    && same(before.subList(at + 1, before.size()), after.subList(after.size() - behind, after.size()));
        }
        if (before.size() != after.size()
                || !same(before.subList(0, at), after.subList(0, at))
                || !same(before.subList(at + 1, before.size()), after.subList(at + 1, after.size()))) {
            return false;
        }
        Part a = before.get(at);
        Part b = after.get(at);
        if (!here) {
            return a.kind() == b.kind()
                    && a.keyword().equals(b.keyword())
                    && a.fields().equals(b.fields())
                    && put(a.below(), b.below(), p, depth + 1);
        }
        return a.kind() == b.kind()
                && a.keyword().equals(b.keyword())
                && same(a.below(), b.below())
                && has(b, a, p.field(), p.values());
    }

    /** Whether a part has these values at a place, and at all others what it had. */
    private static boolean has(Part now, Part before, String field, List<String> values) {
        if (now.fields().size() != before.fields().size()) {
            return false;
        }
        for (int i = 0; i < now.fields().size(); i++) {
            Field f = now.fields().get(i);
            List<String> expected = f.name().equals(field)
                    ? Writer.cleanFor(f.shape(), values)
                    : before.fields().get(i).values();
            if (!f.values().equals(expected)) {
                return false;
            }
        }
        return true;
    }

    private static List<Part> without(List<Part> parts, List<Integer> path, int depth) {
        List<Part> all = new ArrayList<>(parts);
        int at = path.get(depth);
        if (depth < path.size() - 1) {
            all.set(at, below(all.get(at), without(all.get(at).below(), path, depth + 1)));
        } else if (depth == 0 && all.get(at).kind() == Kind.SECTION) {
            // it stands there again as one that nobody wrote yet
            all.set(at, below(all.get(at), List.of()));
        } else {
            all.remove(at);
        }
        return all;
    }

    private static List<Part> moved(List<Part> parts, Edit.Move m, int depth) {
        List<Part> all = new ArrayList<>(parts);
        int at = m.path().get(depth);
        if (depth < m.path().size() - 1) {
            all.set(at, below(all.get(at), moved(all.get(at).below(), m, depth + 1)));
        } else {
            all.add(m.to(), all.remove(at));
        }
        return all;
    }

    private static Part below(Part p, List<Part> below) {
        return new Part(p.kind(), p.keyword(), p.fields(), below, p.offers(), p.moves(), p.line(), p.end());
    }

    private static Optional<List<Integer>> added(List<Part> before, List<Part> after, Edit.Add add, int depth) {
        if (depth == add.path().size()) {
            return addedHere(before, after, add);
        }
        int at = add.path().get(depth);
        if (before.size() != after.size()
                || !same(before.subList(0, at), after.subList(0, at))
                || !same(before.subList(at + 1, before.size()), after.subList(at + 1, after.size()))
                || !before.get(at).fields().equals(after.get(at).fields())) {
            return Optional.empty();
        }
        return added(before.get(at).below(), after.get(at).below(), add, depth + 1);
    }

    private static Optional<List<Integer>> addedHere(List<Part> before, List<Part> after, Edit.Add add) {
        if (add.what().equals(OutlineReader.WORDS)) {
            // beside words they are one part with them
            return without(before).equals(without(after)) ? Optional.of(add.path()) : Optional.empty();
        }
        if (after.size() != before.size() + 1) {
            return Optional.empty();
        }
        int at = 0;
        while (at < before.size() && same(before.get(at), after.get(at))) {
            at++;
        }
        Part p = after.get(at);
        boolean same = same(before.subList(at, before.size()), after.subList(at + 1, after.size()));
        boolean named = List.of(OutlineReader.COMMAND, OutlineReader.ITEM, OutlineReader.STEP)
                        .contains(add.what())
                || p.keyword().equals(add.what());
        if (!same || !named || !holds(p, add.fields())) {
            return Optional.empty();
        }
        List<Integer> path = new ArrayList<>(add.path());
        path.add(at);
        return Optional.of(path);
    }

    private static List<String> without(List<Part> parts) {
        return parts.stream()
                .filter(p -> p.kind() != Kind.WORDS)
                .map(p -> p.kind() + p.keyword() + p.fields() + p.below().size())
                .toList();
    }

    private static boolean holds(Part p, Map<String, List<String>> fields) {
        return p.fields().stream()
                .filter(f -> fields.containsKey(f.name()))
                .allMatch(f -> f.values().equals(Writer.cleanFor(f.shape(), fields.get(f.name()))));
    }
}
