package org.mendak.core.howto;

import java.util.ArrayList;
import java.util.List;

/** What was found in a how-to so far, in the order in which it stands there. */
final class Found {

    String title = "";
    final List<String> words = new ArrayList<>();
    final List<String> codes = new ArrayList<>();
    final List<String> messages = new ArrayList<>();
    final List<String> symptoms = new ArrayList<>();
    final List<String> products = new ArrayList<>();
    final List<Way> ways = new ArrayList<>();
    final List<String> verify = new ArrayList<>();

    /** One way to mend it; {@code minutes} is 0 if it does not say. */
    static final class Way {
        String title = "";
        int minutes;
        boolean last;
        final List<String> intro = new ArrayList<>();
        final List<Doing> steps = new ArrayList<>();
        /** What it was read from. */
        final List<Block> blocks = new ArrayList<>();

        Doing step() {
            return steps.isEmpty() ? null : steps.get(steps.size() - 1);
        }
    }

    /** A step; what belongs to it in its order. */
    static final class Doing {
        String title = "";
        final List<Part> parts = new ArrayList<>();

        void add(What what, String text) {
            if (!text.isBlank()) {
                parts.add(new Part(what, text));
            }
        }
    }

    enum What {
        WORDS,
        COMMAND,
        EXPECT,
        CAUTION,
        GET,
        MINUTES,
        WAIT
    }

    record Part(What what, String text) {}

    /** What was read and belongs to no way. */
    final List<Block> blocks = new ArrayList<>();
}
