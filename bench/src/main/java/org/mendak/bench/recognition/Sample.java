package org.mendak.bench.recognition;

import java.util.Map;

/**
 * A text to be recognised, whoever made it.
 *
 * @param noise its kind
 * @param positive whether it is of a known error of the library
 * @param right which known errors are right answers, those that the words left cannot tell apart among them
 * @param expected the key of the known error that it was made of; empty for none
 * @param values what stands in it for placeholders
 */
record Sample(
        String noise, String text, boolean positive, Choice.Right right, String expected, Map<String, String> values) {

    static Sample of(Trial t, Accuracy.Index index) {
        String noise = t.noise() == null
                ? t.ordinary() ? "ordinary lines" : "unknown errors"
                : t.noise().name().toLowerCase(java.util.Locale.ROOT);
        return new Sample(
                noise,
                t.text(),
                t.known() != null,
                e -> t.known() != null && Accuracy.asGood(index.byKey().get(e), t),
                t.known() == null ? "" : t.known().key(),
                t.values());
    }

    static Sample of(ApartCorpus.Row row) {
        return new Sample(
                row.noise(),
                row.text(),
                row.expected() != null,
                row::isRight,
                row.expected() == null ? "" : row.expected(),
                row.values());
    }
}
