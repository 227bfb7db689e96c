package org.mendak.server.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.simulate.HiddenError;
import org.mendak.core.simulate.HiddenFact;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;

/** The hidden truth of the demo, from {@code demo/seed.yaml}. */
record Seed(Map<String, Object> all) {

    private static final double EVEN = 0.5;

    @SuppressWarnings("unchecked")
    static Seed read(Path file) {
        try {
            return new Seed((Map<String, Object>)
                    new Load(LoadSettings.builder().build()).loadFromString(Files.readString(file)));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    long seed() {
        return (long) number(all, "seed");
    }

    int cases() {
        return (int) number(all, "cases");
    }

    int days() {
        return (int) number(all, "days");
    }

    List<String> agents() {
        return texts(all, "agents");
    }

    List<String> piers() {
        return texts(all, "piers");
    }

    List<String> images() {
        return texts(all, "images");
    }

    /** What callers say of an error instead of reading its message out; empty if nothing is noted. */
    List<String> said(String error) {
        Map<String, Object> said = inner(all, "said");
        return said.containsKey(error) ? texts(said, error) : List.of();
    }

    /** What callers add to that. */
    List<String> saidEndings() {
        return texts(inner(all, "said"), "endings");
    }

    /** An error that has become frequent in the last days, and how many times as often as it used to be. */
    String surging() {
        return (String) inner(all, "surge").get("error");
    }

    double surgesBy() {
        return number(inner(all, "surge"), "times");
    }

    /** Documents that were written otherwise when the desk began, by their paths, and before how many days they were changed. */
    Map<String, Integer> revised() {
        Map<String, Integer> revised = new TreeMap<>();
        inner(all, "revised").forEach((path, days) -> revised.put(path, ((Number) days).intValue()));
        return revised;
    }

    /** What somebody said of a step of a fix, on a case of this error. */
    record Flagged(String error, String fix, int step, String kind, String by, String text) {}

    @SuppressWarnings("unchecked")
    List<Flagged> flags() {
        return ((List<Map<String, Object>>) all.get("flags"))
                .stream()
                        .map(f -> new Flagged(
                                (String) f.get("error"),
                                (String) f.get("fix"),
                                (int) number(f, "step"),
                                (String) f.get("kind"),
                                (String) f.get("by"),
                                (String) f.get("text")))
                        .toList();
    }

    /** The errors of the cases that are still open, one each. */
    List<String> open() {
        return texts(all, "open");
    }

    /** A text that no runbook covers; {@code {n}} in it is a number; {@code solved} of them by {@code done}. */
    record Unknown(String product, String phase, int often, String text, int solved, List<Map<String, Object>> done) {}

    @SuppressWarnings("unchecked")
    List<Unknown> unknown() {
        return ((List<Map<String, Object>>) all.get("unknown"))
                .stream()
                        .map(u -> new Unknown(
                                (String) u.get("product"),
                                (String) u.get("phase"),
                                (int) number(u, "often"),
                                (String) u.get("text"),
                                u.containsKey("solved") ? (int) number(u, "solved") : 0,
                                u.containsKey("done") ? (List<Map<String, Object>>) u.get("done") : List.of()))
                        .toList();
    }

    /** A log that was read: what of it nobody could name, and how often it stands there. */
    record Log(String name, String by, Map<String, Object> lines) {}

    @SuppressWarnings("unchecked")
    List<Log> logs() {
        return ((List<Map<String, Object>>) all.get("logs"))
                .stream()
                        .map(l -> new Log(
                                (String) l.get("name"), (String) l.get("by"), (Map<String, Object>) l.get("lines")))
                        .toList();
    }

    /** The months in which an error is met more often, from 1; empty if it has no season. */
    List<Integer> season(String error) {
        Object months = inner(errors(), error).get("season");
        return months == null
                ? List.of()
                : ((List<?>) months).stream().map(m -> ((Number) m).intValue()).toList();
    }

    /** The errors with their fixes' own minutes. */
    List<HiddenError> hidden(Map<String, KnownError> library, Map<String, Fix> fixes) {
        List<HiddenError> hidden = new ArrayList<>();
        errors().keySet().forEach(key -> hidden.add(hidden(library.get(key), fixes)));
        return hidden;
    }

    private HiddenError hidden(KnownError error, Map<String, Fix> fixes) {
        Map<String, Object> t = inner(errors(), error.key());
        Map<String, Object> shares = inner(t, "shares");
        Map<String, Object> breaks = inner(t, "breaks");
        List<HiddenError.HiddenFix> hidden = new ArrayList<>();
        // what the seed leaves out nobody tries: it only gets people going
        List<KnownError.TryItem> tried = error.tries().stream()
                .filter(item -> shares.containsKey(item.fix()))
                .toList();
        double[] share = new double[tried.size() + 1];
        for (KnownError.TryItem item : tried) {
            String fix = item.fix();
            double minutes = fixes.get(fix).minutes();
            boolean broken = fix.equals(breaks.get("fix"));
            share[hidden.size()] = number(shares, fix);
            hidden.add(new HiddenError.HiddenFix(
                    fix,
                    minutes,
                    minutes,
                    after(tried, item),
                    0,
                    broken ? (int) number(breaks, "release") : HiddenError.HiddenFix.NEVER,
                    broken ? number(breaks, "factor") : 1));
        }
        share[hidden.size()] = number(t, "none");
        return HiddenError.of(
                error.key(),
                number(t, "often"),
                hidden,
                share,
                number(t, "overlap"),
                facts(error, tried, inner(t, "goes-with")));
    }

    private static long after(List<KnownError.TryItem> tried, KnownError.TryItem item) {
        long after = 0;
        for (int i = 0; i < tried.size(); i++) {
            after |= item.after().contains(tried.get(i).fix()) ? 1L << i : 0;
        }
        return after;
    }

    /** Facts with their first two answers, and how likely the first is by cause; even where the seed says nothing. */
    private static List<HiddenFact> facts(
            KnownError error, List<KnownError.TryItem> tried, Map<String, Object> goesWith) {
        List<HiddenFact> facts = new ArrayList<>();
        for (KnownError.Question q : error.questions()) {
            if (goesWith.containsKey(q.sets())) {
                Map<String, Object> chances = inner(goesWith, q.sets());
                double[][] rows = new double[tried.size() + 1][];
                Arrays.fill(rows, new double[] {EVEN, 1 - EVEN});
                for (int k = 0; k < tried.size(); k++) {
                    String fix = tried.get(k).fix();
                    double first = chances.containsKey(fix) ? number(chances, fix) : EVEN;
                    rows[k] = new double[] {first, 1 - first};
                }
                facts.add(new HiddenFact(q.sets(), q.choices().subList(0, 2), rows));
            }
        }
        return facts;
    }

    private Map<String, Object> errors() {
        return inner(all, "errors");
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> inner(Map<String, Object> t, String name) {
        return (Map<String, Object>) t.getOrDefault(name, Map.of());
    }

    private static List<String> texts(Map<String, Object> t, String name) {
        return ((List<?>) t.get(name)).stream().map(String::valueOf).toList();
    }

    private static double number(Map<String, Object> t, String name) {
        return ((Number) t.get(name)).doubleValue();
    }
}
