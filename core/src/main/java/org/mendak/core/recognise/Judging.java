package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.recognise.codes.CodeHit;
import org.mendak.core.recognise.match.Features;
import org.mendak.core.recognise.match.Finder;
import org.mendak.core.recognise.match.Resolved;
import org.mendak.core.recognise.match.Weights;
import org.mendak.core.recognise.words.TextWords;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/** One text judged against a library: clues are collected, read to the letter, weighed with what else is known, and compared. */
final class Judging {

    private static final int MOST_SUSPECTS = 24;
    private static final int MOST_SAID = 24;

    /** Candidates that are too few for one of them to be far ahead. */
    private static final int FEW = 10;
    /** The log of the odds of 5 to 1: what a code that was said, or the desk's own words, bring a score to at most. */
    private static final double NOT_YET_RECOGNISED = Math.log(5);
    /** The log of the odds of an error that nothing but the desk's own words speaks for, before those. Fitted with them. */
    private static final double UNHEARD_OF = -5.5;

    private static final double JUST_BEHIND = 1e-3;

    private final IndexedLibrary shelf;
    private final OwnWords own;
    private final Recogniser.Query query;
    private final TextWords words;
    private final List<CodeHit> codes;

    Judging(IndexedLibrary shelf, OwnWords own, Recogniser.Query query) {
        this.shelf = shelf;
        this.own = own;
        this.query = query;
        this.words = new TextWords(query.text());
        this.codes = shelf.codes(query.text());
    }

    TextWords words() {
        return words;
    }

    /** The codes that were written. */
    List<CodeHit> codes() {
        return codes;
    }

    /** Those that the text may speak of, the likeliest first. */
    List<Suspect> suspects() {
        List<Suspect> suspects = compared(best(first(clues())));
        suspects.replaceAll(s -> {
            Suspect w = s.weighed(Circumstances.weigh(s.clues(), s.otherCode(), query));
            return w.scored(withSaidCode(w, textScore(w) + w.weighed().odds()));
        });
        contradicted(suspects);
        List<Suspect> judged = Judge.judge(suspects);
        boolean recognised = !judged.isEmpty() && judged.get(0).probability() >= Recognition.RECOGNISED;
        return own.isEmpty() || words.isLong() || recognised ? judged : withOwnWords(judged);
    }

    private List<Clues> clues() {
        Map<String, Clues.Collected> byError = new LinkedHashMap<>();
        for (CodeHit hit : codes) {
            for (KnownError e : shelf.owners(hit.key())) {
                of(byError, e).code(hit);
            }
        }
        for (Finder.InSegment found : shelf.find(words)) {
            found.laid().forEach(f -> of(byError, f.entry().error()).laid(f));
            found.codes().forEach(code -> of(byError, code.error()).saidCode(code));
            found.said().forEach(said -> of(byError, said.error()).said(said));
        }
        return byError.values().stream().map(Clues.Collected::clues).toList();
    }

    private static Clues.Collected of(Map<String, Clues.Collected> byError, KnownError e) {
        return byError.computeIfAbsent(e.key(), k -> new Clues.Collected(e));
    }

    /** The first look: how far ahead each is, whether a code says another, and what the words alone make of it. */
    private List<Suspect> first(List<Clues> all) {
        double best = 0;
        double second = 0;
        for (Clues c : all) {
            second = Math.max(second, Math.min(best, c.shared()));
            best = Math.max(best, c.shared());
        }
        // being ahead of two or three says little: among fifty somebody would share half as much
        second = all.size() < FEW ? Math.max(second, best / 2) : second;
        List<CodeHit> strong = codes.stream()
                .filter(hit -> !hit.isBare() && !shelf.owners(hit.key()).isEmpty())
                .toList();
        List<Suspect> suspects = new ArrayList<>(all.size());
        for (Clues c : all) {
            double other = c.shared() == best ? second : best;
            boolean otherCode =
                    c.codes().isEmpty() && hasCode(c.error()) && strong.stream().anyMatch(hit -> isBeside(c, hit));
            Suspect s = Suspect.of(c, best == 0 ? 0 : (c.shared() - other) / best, otherCode);
            suspects.add(s.scored(textScore(s)));
        }
        return suspects;
    }

    /** Whether a code speaks of the same thing as the words: anywhere in a short text, in a long one on the lines around them. */
    private boolean isBeside(Clues c, CodeHit hit) {
        if (!words.isLong() || c.best() == null) {
            return !words.isLong();
        }
        List<Resolved.Token> tokens = c.best().text().tokens;
        int first = tokens.get(c.best().alignment().first).line() - 1;
        int last = tokens.get(c.best().alignment().last).line() + 1;
        return hit.to() >= words.lineStart(Math.max(0, first))
                && hit.from() <= words.lines.get(Math.min(words.lines.size() - 1, last))[1];
    }

    private static boolean hasCode(KnownError e) {
        return e.signatures().stream().anyMatch(s -> s.kind() == Signature.Kind.CODE);
    }

    /** Those that are looked at closely: the best by the model, the best by what is said in other words, and by what may be a code. */
    private static List<Suspect> best(List<Suspect> suspects) {
        Set<Suspect> best = Collections.newSetFromMap(new IdentityHashMap<>());
        List<Suspect> ordered = new ArrayList<>();
        List<List<Suspect>> ways = List.of(
                suspects.stream()
                        .filter(s -> !s.clues().saidCodes().isEmpty())
                        .limit(MOST_SUSPECTS)
                        .toList(),
                suspects.stream()
                        .sorted(Comparator.comparingDouble(Suspect::score).reversed())
                        .limit(MOST_SUSPECTS)
                        .toList(),
                suspects.stream()
                        .filter(s -> s.clues().said() != null)
                        .sorted(Comparator.comparingDouble(
                                        (Suspect s) -> s.clues().shared())
                                .reversed())
                        .limit(MOST_SAID)
                        .toList());
        ways.stream().flatMap(List::stream).filter(best::add).forEach(ordered::add);
        return ordered;
    }

    /** Reads each to the letter, and how far it is ahead of the best other that explains the same stretch. */
    private List<Suspect> compared(List<Suspect> best) {
        List<Suspect> traced = best.stream()
                .map(s -> s.traced(Traces.of(s.clues(), query.text(), words)))
                .toList();
        double[] merits = traced.stream().mapToDouble(Suspect::merit).toArray();
        List<Suspect> compared = new ArrayList<>(traced.size());
        for (int i = 0; i < merits.length; i++) {
            double other = 0;
            for (int k = 0; k < merits.length; k++) {
                if (k != i && merits[k] > other && Judge.compete(traced.get(i), traced.get(k))) {
                    other = merits[k];
                }
            }
            compared.add(traced.get(i).withMargin(merits[i] - other));
        }
        return compared;
    }

    /** The fitted score; statuses that many programs use, which the corpus it was fitted on has not, by judgement. */
    private double textScore(Suspect s) {
        double score = Weights.FITTED.score(s.features(shelf.signatures()));
        List<CodeHit> own = s.clues().codes();
        return !own.isEmpty() && own.stream().allMatch(CodeHit::isBare) ? Circumstances.bare(score) : score;
    }

    /** What may be meant as a code is a guess: it makes nothing certain that the words, and what else is known, do not. */
    private double withSaidCode(Suspect s, double score) {
        if (s.clues().saidCodes().isEmpty() || s.clues().hasWholeCode()) {
            return score;
        }
        double[] features = s.features(shelf.signatures());
        features[Features.CODE_SAID] = 0;
        features[Features.NUMBER_SAID] = 0;
        features[Features.SAID_ALONE] = 0;
        double without = Weights.FITTED.score(features) + s.weighed().odds();
        return Math.max(without, Math.min(score, NOT_YET_RECOGNISED));
    }

    /** Where the code says one error and the words another, neither is surer than the other. */
    private static void contradicted(List<Suspect> suspects) {
        double byCode = suspects.stream()
                .filter(s -> s.clues().hasWholeCode())
                .mapToDouble(Suspect::score)
                .max()
                .orElse(Double.POSITIVE_INFINITY);
        suspects.replaceAll(s -> s.otherCode() ? s.scored(Math.min(s.score(), byCode)) : s);
    }

    /**
     * The same with what the desk's cases say. It is asked where the text itself makes nothing certain; it makes nothing certain
     * either, and whose message stands there to the letter stays before whose does not.
     */
    private List<Suspect> withOwnWords(List<Suspect> judged) {
        List<OwnWords.Heard> heard = own.find(words.spoken());
        if (heard.isEmpty()) {
            return judged;
        }
        double byLetter = judged.stream()
                .filter(s -> s.traces().exact())
                .mapToDouble(Suspect::score)
                .max()
                .orElse(Double.POSITIVE_INFINITY);
        List<Suspect> all = new ArrayList<>(judged);
        for (OwnWords.Heard h : heard) {
            KnownError e = shelf.error(h.error().key());
            if (e == null) {
                continue;
            }
            int at = 0;
            while (at < all.size() && all.get(at).error() != e) {
                at++;
            }
            if (at == all.size()) {
                all.add(unheardOf(e));
            }
            Suspect s = all.get(at);
            double most =
                    s.traces().exact() ? NOT_YET_RECOGNISED : Math.min(NOT_YET_RECOGNISED, byLetter - JUST_BEHIND);
            double with = Math.min(Math.max(s.score(), UNHEARD_OF) + h.says(), most);
            all.set(at, with > s.score() ? s.scored(with).because(h) : s);
        }
        return Judge.judge(all);
    }

    /** One that neither its words nor its codes point to. */
    private Suspect unheardOf(KnownError e) {
        Clues none = new Clues.Collected(e).clues();
        Suspect s = Suspect.of(none, 0, false);
        Suspect weighed = s.weighed(Circumstances.weigh(none, false, query));
        double score = Math.max(UNHEARD_OF, textScore(weighed));
        return weighed.scored(score + weighed.weighed().odds());
    }
}
