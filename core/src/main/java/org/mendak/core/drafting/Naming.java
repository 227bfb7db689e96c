package org.mendak.core.drafting;

import java.text.Normalizer;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import java.util.function.BiPredicate;
import org.mendak.core.runbook.DocumentKind;

/** Titles and keys for documents that nobody has named yet; no key twice. */
public final class Naming {

    private static final int KEY = 48;
    private static final int TITLE = 120;

    private final BiPredicate<DocumentKind, String> taken;
    private final Set<String> given = new HashSet<>();

    /** Keys that are neither taken nor given before. */
    public Naming(BiPredicate<DocumentKind, String> taken) {
        this.taken = taken;
    }

    /** A title in one line of at most 120 characters, beginning large; "Not named yet" if nothing is wanted. */
    public static String title(String wanted) {
        String one = Sheet.plain(wanted);
        String upper =
                one.isEmpty() ? "Not named yet" : one.substring(0, 1).toUpperCase(Locale.ROOT) + one.substring(1);
        return upper.length() <= TITLE ? upper : start(upper);
    }

    /** The start of a text that is too long for a title, to a whole word. */
    static String start(String text) {
        int blank = text.lastIndexOf(' ', TITLE - 1);
        return text.substring(0, blank > TITLE / 2 ? blank : TITLE - 1) + "\u2026";
    }

    /** A key made of a title, with a number behind it if it is taken. */
    public String key(DocumentKind kind, String title) {
        String bare = Normalizer.normalize(title, Normalizer.Form.NFKD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-+", "");
        String base = (bare.length() > KEY ? bare.substring(0, KEY) : bare).replaceAll("-+$", "");
        base = base.isEmpty() ? "not-named-yet" : base;
        String key = base;
        for (int n = 2; given.contains(kind.word() + key) || taken.test(kind, key); n++) {
            key = base + "-" + n;
        }
        given.add(kind.word() + key);
        return key;
    }
}
