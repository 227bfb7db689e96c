package org.mendak.core.review;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Names by what has them: a large table that never changes, and beside it what differs from it. */
final class Layered {

    private final Map<String, List<String>> under;
    private final Map<String, List<String>> over = new HashMap<>();

    private Layered(Map<String, List<String>> under) {
        this.under = under;
    }

    /** An empty one, to be filled. */
    Layered() {
        this(Map.of());
    }

    /** One that may be changed without changing this one. What differed before is copied. */
    Layered changeable() {
        Layered l = new Layered(under.isEmpty() ? over : under);
        if (!under.isEmpty()) {
            over.forEach((k, v) -> l.over.put(k, new ArrayList<>(v)));
        }
        return l;
    }

    void add(String of, String name) {
        own(of).add(name);
    }

    void remove(String of, String name) {
        own(of).remove(name);
    }

    private List<String> own(String of) {
        return over.computeIfAbsent(of, k -> new ArrayList<>(under.getOrDefault(k, List.of())));
    }

    boolean has(String of) {
        return !get(of).isEmpty();
    }

    /** The names, without an order; empty for none. */
    List<String> get(String of) {
        List<String> own = over.get(of);
        return own != null ? own : under.getOrDefault(of, List.of());
    }
}
