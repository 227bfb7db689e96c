package org.mendak.server.library;

import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.mendak.core.language.Titles;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Piece;
import org.mendak.core.runbook.Signature;
import org.mendak.core.runbook.WithTitles;
import org.mendak.server.library.Sheets.PartLine;

/** A known error's sections on its sheet, in their order. */
final class ErrorParts {

    private final KnownError e;
    private final Titles titles;
    private final Library library;
    private final Iterator<Signature> signatures;
    private final Iterator<KnownError.Sample> samples;
    private final Iterator<String> confusions;

    private ErrorParts(KnownError e, Titles titles, Library library) {
        this.e = e;
        this.titles = titles;
        this.library = library;
        signatures = e.signatures().iterator();
        samples = e.samples().iterator();
        confusions = e.confusions().iterator();
    }

    static List<Sheets.SectionLine> of(KnownError e, Titles titles, Library library) {
        ErrorParts all = new ErrorParts(e, titles, library);
        return e.sections().stream()
                .map(s -> new Sheets.SectionLine(s.title(), all.section(s)))
                .toList();
    }

    private Parts parts() {
        return new Parts(e.capturedNames(), titles);
    }

    private List<PartLine> section(KnownError.Section s) {
        Parts parts = parts();
        for (Piece p : s.pieces()) {
            if (p instanceof Piece.Words w) {
                parts.words(w);
            } else if (p instanceof Piece.Clause c) {
                recognise(parts, c.keyword());
            } else if (p instanceof Piece.Item i) {
                parts.item(i.index(), below(s.title(), i));
            }
        }
        return parts.lines();
    }

    private void recognise(Parts parts, String k) {
        switch (k) {
            case "Sample" -> Parts.next(samples, s -> parts.shown(k, s.text()));
            case "Not to be confused with" -> Parts.next(confusions, c -> parts.said(k, c));
            default -> Parts.next(signatures, s -> signature(parts, s));
        }
    }

    private Parts signature(Parts parts, Signature s) {
        String kind = s.kind().name().charAt(0) + s.kind().name().substring(1).toLowerCase(Locale.ROOT);
        return s.kind() == Signature.Kind.SYMPTOM
                ? parts.said(kind, s.text())
                : parts.shown(kind, s.template() == null ? s.text() : WithTitles.template(s.template(), titles));
    }

    private List<PartLine> below(String section, Piece.Item item) {
        Parts parts = parts();
        KnownError.TryItem t = section.equals("Try") ? e.tries().get(item.index()) : null;
        Iterator<Map.Entry<String, String>> with = t == null
                ? List.<Map.Entry<String, String>>of().iterator()
                : t.with().entrySet().iterator();
        boolean told = false;
        for (Piece p : item.below()) {
            if (p instanceof Piece.Words w) {
                parts.words(w);
            } else if (p instanceof Piece.Clause c) {
                switch (section) {
                    case "Ask" -> {
                        boolean choices = c.keyword().equals("Choices");
                        if (!choices || !told) {
                            question(parts, c.keyword(), e.questions().get(item.index()));
                        }
                        told |= choices;
                    }
                    case "Try" -> tried(parts, c.keyword(), t, with);
                    default -> verify(parts, c.keyword(), e.verify().get(item.index()));
                }
            }
        }
        return parts.lines();
    }

    private static void question(Parts parts, String k, KnownError.Question q) {
        switch (k) {
            case "Choices" -> parts.said(k, String.join(", ", q.choices()));
            case "Run" -> parts.add("command", "", parts.words(q.run()));
            case "Minutes" -> parts.said(k, Parts.minutes(q.minutes()));
            case "Capture", "Capture every" -> {
                if (q.capture() != null) {
                    parts.said("Capture", String.join(", ", q.capture().titles().values()));
                }
            }
            default -> {} // which fact it sets is no word for readers
        }
    }

    private void tried(Parts parts, String k, KnownError.TryItem t, Iterator<Map.Entry<String, String>> with) {
        switch (k) {
            case "When" -> {
                if (t.guard() != null) {
                    parts.said(k, t.guard().inWords(titles));
                }
            }
            case "With" -> Parts.next(with, w -> parts.said(k, titles.of(w.getKey()) + ": " + w.getValue()));
            case "After" -> parts.said(k, titlesOf(t.after()));
            case "Together" -> parts.said(k, titlesOf(t.together()));
            default -> parts.said(k, "");
        }
    }

    private String titlesOf(List<String> keys) {
        return keys.stream()
                .map(k -> e.tries().stream()
                        .filter(t -> t.fix().equals(k))
                        .findFirst()
                        .map(t -> library.fix(k).map(f -> f.title()).orElse(t.title()))
                        .orElse(k))
                .collect(Collectors.joining(", "));
    }

    private static void verify(Parts parts, String k, KnownError.VerifyItem v) {
        parts.said(k, k.equals("Required") ? v.required() : v.otherwise());
    }
}
