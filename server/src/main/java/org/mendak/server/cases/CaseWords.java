package org.mendak.server.cases;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendak.core.language.Facts;
import org.mendak.core.privacy.SecretFinder;
import org.mendak.core.runbook.Phase;
import org.mendak.core.shapes.Common;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;

/** Checks of what callers say about a case, at the door. */
public final class CaseWords {

    private static final int MOST_UNMASKED = 1_000;

    private static final int QUOTED = 90;

    private CaseWords() {}

    /** The text as it may be stored: within its limit, secrets masked but for those that somebody has looked at. */
    static String masked(String text, List<String> unmasked) {
        checkText(text);
        return SecretFinder.mask(text, seen(unmasked));
    }

    private static Set<String> seen(List<String> unmasked) {
        if (unmasked == null) {
            return Set.of();
        }
        if (unmasked.contains(null) || unmasked.size() > MOST_UNMASKED) {
            throw Refusal.invalid("unmasked names up to " + MOST_UNMASKED + " stretches of the text.");
        }
        return Set.copyOf(unmasked);
    }

    /** A short value as it may be stored: without secrets; the address of somebody who is to be answered stays. */
    static String plain(String value) {
        return value == null ? null : SecretFinder.mask(value, Set.of(), Set.of(SecretFinder.Kind.EMAIL));
    }

    /** A note as it may be stored; empty if there is none. */
    static String note(String written) {
        String text = written == null ? "" : masked(written.strip(), null);
        if (text.length() > Limits.NOTE) {
            throw Refusal.invalid("A note has at most " + Limits.NOTE + " characters.");
        }
        return text;
    }

    private static void checkText(String text) {
        if (text.length() > Limits.TEXT) {
            throw Refusal.tooLarge("The text has more than " + Limits.TEXT + " characters. Nothing was stored.");
        }
    }

    /** What tells most of a text, in quotes: what a case that nobody could name is called in a list. */
    static String quoted(String text) {
        String line = Common.of(List.of(text)).pieces().stream()
                .map(Common.Piece::text)
                .collect(Collectors.joining())
                .strip();
        String told = (line.isEmpty() ? text.strip() : line).replaceAll("\\s+", " ");
        return "\u201c"
                + (told.length() <= QUOTED ? told : told.substring(0, QUOTED).strip() + "\u2026") + "\u201d";
    }

    static String cut(String s) {
        return cut(s, 120);
    }

    static String cut(String s, int most) {
        if (s == null || s.isBlank()) {
            return null;
        }
        if (s.strip().length() > most) {
            throw Refusal.invalid("\"" + s.strip().substring(0, 20) + "…\" has more than " + most + " characters.");
        }
        return start(plain(s.strip()), most);
    }

    static String phase(String word) {
        if (word == null || word.isBlank()) {
            return null;
        }
        return Phase.named(word)
                .map(Phase::word)
                .orElseThrow(
                        () -> Refusal.invalid("\"" + word + "\" is not a phase; write install, update or launch."));
    }

    /** The beginning of a text, at most so long. */
    public static String start(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most);
    }

    /** A fact's value for reading. */
    public static String said(String value) {
        return value.equals(Facts.DONT_KNOW) ? "not known" : value.equals(Facts.NOT_THERE) ? "not there" : value;
    }
}
