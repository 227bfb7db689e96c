package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.mendak.core.language.Template;
import org.mendak.core.recognise.words.Words;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/** Several texts of one case, taken together. */
public final class SeveralTexts {

    private static final Set<String> POINTERS = Set.of("log", "logs", "logfile", "details");

    private SeveralTexts() {}

    /**
     * The candidates of all texts, the likeliest first; each with the reasons and values of the text that speaks most for it, and the
     * values that the others add. A message that only points to a log comes behind a reason that a later text names, or that stands
     * behind it in the same text.
     *
     * @param texts what was recognised in each text, in the order in which they came
     * @param errors the known errors by key
     */
    public static List<Recognition.Candidate> of(List<Recognition> texts, Map<String, KnownError> errors) {
        Map<String, List<Recognition.Candidate>> byError = new LinkedHashMap<>();
        Map<String, Integer> latest = new HashMap<>();
        for (int i = 0; i < texts.size(); i++) {
            for (Recognition.Candidate c : texts.get(i).candidates()) {
                byError.computeIfAbsent(c.error(), k -> new ArrayList<>()).add(c);
                latest.put(c.error(), i);
            }
        }
        List<Recognition.Candidate> all = new ArrayList<>();
        byError.values().forEach(same -> all.add(joined(same)));
        all.sort(BY_PROBABILITY);
        Set<String> pointing = pointing(byError.keySet(), errors);
        for (int i = 0; i < all.size(); i++) {
            Recognition.Candidate c = all.get(i);
            if (pointing.contains(c.error())) {
                Recognition.Candidate reason = reason(c, all, pointing, latest);
                if (reason != null) {
                    all.set(i, behind(c, reason));
                }
            }
        }
        all.sort(BY_PROBABILITY);
        return all;
    }

    private static final Comparator<Recognition.Candidate> BY_PROBABILITY = Comparator.comparingDouble(
                    Recognition.Candidate::probability)
            .reversed()
            .thenComparing(Recognition.Candidate::error);

    /** One candidate of several texts: it is this error if any of them shows it. */
    private static Recognition.Candidate joined(List<Recognition.Candidate> same) {
        Recognition.Candidate best = same.stream().min(BY_PROBABILITY).orElseThrow();
        double none = 1;
        Map<String, String> captures = new HashMap<>(best.captures());
        for (Recognition.Candidate c : same) {
            none *= 1 - c.probability();
            c.captures().forEach(captures::putIfAbsent);
        }
        return new Recognition.Candidate(
                best.error(),
                best.title(),
                Math.max(best.probability(), Math.min(0.995, 1 - none)),
                best.reasons(),
                captures);
    }

    /** The reason that a message points to: another one that came no earlier and is likely enough to be shown. */
    private static Recognition.Candidate reason(
            Recognition.Candidate pointer,
            List<Recognition.Candidate> all,
            Set<String> pointing,
            Map<String, Integer> latest) {
        return all.stream()
                .filter(c -> c.band() != Recognition.Band.GUESS && !pointing.contains(c.error()))
                .filter(c -> latest.get(c.error()) >= latest.get(pointer.error()))
                .findFirst()
                .orElse(null);
    }

    private static Recognition.Candidate behind(Recognition.Candidate c, Recognition.Candidate reason) {
        List<Recognition.Reason> reasons = new ArrayList<>(c.reasons());
        reasons.add(new Recognition.Reason(
                Recognition.ReasonKind.AGAINST, "it points to a log, and the log names: " + reason.title(), -1, -1));
        return new Recognition.Candidate(
                c.error(), c.title(), Math.min(c.probability(), reason.probability() * 0.999), reasons, c.captures());
    }

    private static Set<String> pointing(Collection<String> keys, Map<String, KnownError> errors) {
        Set<String> pointing = new HashSet<>();
        for (String key : keys) {
            KnownError e = errors.get(key);
            if (e != null && pointsToLog(e)) {
                pointing.add(key);
            }
        }
        return pointing;
    }

    /** Whether its messages only say where the reason stands: a placeholder or word "log" or "details" in every one of them. */
    static boolean pointsToLog(KnownError error) {
        List<Signature> messages = error.signatures().stream()
                .filter(s -> s.kind() == Signature.Kind.MESSAGE)
                .toList();
        return !messages.isEmpty() && messages.stream().allMatch(s -> points(s.template()));
    }

    private static boolean points(Template t) {
        return t.names().keySet().stream().anyMatch(n -> POINTERS.contains(n.toLowerCase(Locale.ROOT)))
                || Words.of(t.literals()).stream().anyMatch(POINTERS::contains);
    }
}
