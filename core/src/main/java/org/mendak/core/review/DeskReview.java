package org.mendak.core.review;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Problem;

/** What the desk's own records say against a document. Slow to gather, so it is judged in the background, never while typing. */
public final class DeskReview {

    /** After this long without a case or a confirmation a document is worth a look. */
    static final int LONG_DAYS = 365;
    /** A new document has this long to be met. */
    static final int PATIENCE_DAYS = 90;
    /** Fewer measured times say nothing. */
    static final int ENOUGH = 10;

    private DeskReview() {}

    /** What the records say against a document. */
    public enum Kind {
        /** It is recognised in texts that are about something else. */
        TOO_GENERAL,
        /** Nobody has met it. */
        NEVER_MATCHED,
        /** It takes far more or far less time than its head says. */
        MINUTES,
        /** What it fetches was looked up long ago. */
        STALE,
        /** Nobody has looked at it for long. */
        UNCONFIRMED
    }

    /** Something that the records say, and what it is. */
    public record Finding(Kind kind, Problem problem) {}

    /**
     * What the desk knows of a known error.
     *
     * @param texts how many stored texts of cases of other known errors the library was tried on
     * @param matched how many of these the library as a whole took for it
     * @param cases how many cases it had
     * @param published the day since which readers see it; null if they do not
     */
    public record ErrorFigures(int texts, int matched, int cases, LocalDate published) {}

    /**
     * What the desk knows of a fix.
     *
     * @param measured how many attempts have measured minutes
     * @param median their median; 0 if there are none
     * @param published the day since which readers see it; null if they do not
     */
    public record FixFigures(int measured, double median, LocalDate published) {}

    /** Problems of a known error, none of which stops publishing. */
    public static List<Finding> of(KnownError e, ErrorFigures f, LocalDate today) {
        List<Finding> found = new ArrayList<>();
        if (f.texts() > 0 && f.matched() * 1_000L > f.texts()) {
            int line = e.signatures().isEmpty() ? 1 : e.signatures().get(0).line();
            found.add(new Finding(
                    Kind.TOO_GENERAL,
                    new Problem(
                            Problem.Severity.WARNING,
                            line,
                            1,
                            String.format(
                                    Locale.ROOT,
                                    "too general: %d of %d texts of other cases are taken for it",
                                    f.matched(),
                                    f.texts()),
                            "make the message longer, or add the code or the product")));
        }
        if (f.cases() == 0 && f.published() != null && f.published().isBefore(today.minusDays(PATIENCE_DAYS))) {
            found.add(hint(
                    Kind.NEVER_MATCHED,
                    "nobody has met it since it was published",
                    "check its signatures against a real text"));
        }
        unconfirmed(found, e.confirmed(), f.published(), today);
        return found;
    }

    /** Problems of a fix, none of which stops publishing. */
    public static List<Finding> of(Fix fix, FixFigures f, LocalDate today) {
        List<Finding> found = new ArrayList<>();
        if (f.measured() >= ENOUGH && (f.median() > 2 * fix.minutes() || f.median() < fix.minutes() / 2)) {
            found.add(new Finding(
                    Kind.MINUTES,
                    new Problem(
                            Problem.Severity.WARNING,
                            2,
                            1,
                            String.format(
                                    Locale.ROOT,
                                    "it takes %.1f minutes in the middle of %d measured times, the head says %.1f",
                                    f.median(),
                                    f.measured(),
                                    fix.minutes()),
                            String.format(Locale.ROOT, "write minutes: %.1f", f.median()))));
        }
        for (Fix.Step s : fix.steps()) {
            for (Fix.Get g : s.gets()) {
                if (g.asOf() != null && g.asOf().isBefore(today.minusDays(LONG_DAYS))) {
                    found.add(new Finding(
                            Kind.STALE,
                            new Problem(
                                    Problem.Severity.HINT,
                                    s.line(),
                                    1,
                                    "\"" + g.name() + "\" was looked up on " + g.asOf(),
                                    "see whether it still lies there, and write the day")));
                }
            }
        }
        unconfirmed(found, fix.traits().confirmed(), f.published(), today);
        return found;
    }

    private static void unconfirmed(List<Finding> found, LocalDate confirmed, LocalDate published, LocalDate today) {
        LocalDate last = confirmed == null || published != null && published.isAfter(confirmed) ? published : confirmed;
        if (last != null && last.isBefore(today.minusDays(LONG_DAYS))) {
            found.add(hint(
                    Kind.UNCONFIRMED,
                    "nobody has confirmed it since " + last,
                    "read it once, and write confirmed: " + today));
        }
    }

    private static Finding hint(Kind kind, String message, String remedy) {
        return new Finding(kind, new Problem(Problem.Severity.HINT, 2, 1, message, remedy));
    }
}
