package org.mendak.server.evidence;

import io.micrometer.core.instrument.Metrics;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.mendak.core.evidence.Basis;
import org.mendak.core.evidence.Counted;
import org.mendak.core.evidence.CountedLog;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.Variable;
import org.mendak.core.plan.PastConditions;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.library.Library;

/**
 * What the documents say that evidence rests on; where it changes, cases are read anew.
 *
 * @param fixes keys in the author's order
 * @param minutes the author's, for each
 * @param variables what tells causes apart
 * @param conditions of the fixes, as they are written
 * @param aliases earlier names of the error
 * @param changed when its fixes were changed so much that what was tried before counts less, by which names they went before, and what is
 *     known of cases went before
 * @param names the facts that matter
 */
record Frame(
        List<String> fixes,
        List<Double> minutes,
        List<Variable> variables,
        List<String> conditions,
        List<String> aliases,
        List<String> changed,
        Set<String> names) {

    private static final double UNKNOWN_MINUTES = 10;

    static Frame of(KnownError written, Map<String, Fix> fixes, Library library) {
        KnownError error = written.plannable();
        List<String> keys = Library.fixKeys(error);
        Vocabulary vocabulary = library.vocabulary();
        List<String> changed = new ArrayList<>();
        for (String key : keys) {
            // what was tried under an earlier name is the fix's own
            changed.add(library.fix(key)
                    .map(f -> f.key() + f.aliases() + f.traits().substantial())
                    .orElse(""));
        }
        changed.add(vocabulary.formerNames().toString());
        return new Frame(
                keys,
                keys.stream()
                        .map(k -> fixes.containsKey(k) ? fixes.get(k).minutes() : UNKNOWN_MINUTES)
                        .toList(),
                variables(written, vocabulary),
                error.tries().stream().map(KnownError.TryItem::whenText).toList(),
                error.aliases(),
                changed,
                names(written, vocabulary));
    }

    /** The facts that tell causes apart; one that a question sets, or that costs minutes, had to be asked for. */
    private static List<Variable> variables(KnownError error, Vocabulary vocabulary) {
        return error.tells().stream()
                .map(name -> new Variable(
                        name,
                        error.questions().stream().anyMatch(q -> q.sets().equals(name))
                                || vocabulary
                                        .fact(name)
                                        .filter(f -> f.minutes() > 0)
                                        .isPresent()))
                .toList();
    }

    /** What is planned by, what cases are chosen by, and for whom fixes work; what a message says of one case only is none of it. */
    static Set<String> names(KnownError error, Vocabulary vocabulary) {
        Set<String> names = new LinkedHashSet<>(EvidenceViews.OWN_FACTS.keySet());
        names.addAll(error.tells());
        error.questions().forEach(q -> names.add(q.sets()));
        error.tries().stream()
                .map(KnownError.TryItem::when)
                .filter(w -> w != null)
                .forEach(w -> names.addAll(w.names()));
        vocabulary
                .facts()
                .forEach(f ->
                        Stream.concat(Stream.of(f.id()), f.formerly().stream()).forEach(names::add));
        return names;
    }

    CountedLog<CaseLog.Entry> empty() {
        return new CountedLog<>(fixes, variables, CaseLog.Entry::logged, CaseLog.Entry.ORDER);
    }

    static Evidence fit(Counted counted) {
        // of the process: a fit is a fit, whoever asked for it
        return Metrics.timer("mendak.fit").record(() -> counted.fit(Basis.FirstPicks.WHEN_TELLING));
    }

    EvidenceService.Fitted fit(KnownError error, CountedLog<CaseLog.Entry> log, String productVersion) {
        return new EvidenceService.Fitted(
                fit(log.counted(minutes, productVersion)), PastConditions.of(error, log.known()));
    }

    /** The evidence of some cases, for one under this product version; null if that is not known. */
    EvidenceService.Fitted fit(KnownError error, List<CaseLog.Entry> entries, String productVersion) {
        CountedLog<CaseLog.Entry> log = empty();
        entries.forEach(log::put);
        return fit(error, log, productVersion);
    }
}
