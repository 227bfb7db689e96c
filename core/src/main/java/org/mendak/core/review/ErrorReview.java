package org.mendak.core.review;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.Signature;

/** The rules about a known error. */
final class ErrorReview {

    private static final Pattern NAME = Pattern.compile("\\{([A-Za-z_][A-Za-z0-9_.-]{0,60})\\}");
    private final KnownError error;
    private final Shelf shelf;
    private final Findings found;
    private final Set<String> values = new HashSet<>();

    ErrorReview(KnownError error, Shelf shelf, Findings found) {
        this.error = error;
        this.shelf = shelf;
        this.found = found;
    }

    void run() {
        for (Signature s : error.signatures()) {
            if (s.template() != null) {
                values.addAll(s.template().names().keySet());
            }
        }
        for (KnownError.Question q : error.questions()) {
            values.add(q.sets());
            if (q.capture() != null) {
                values.addAll(q.capture().names().keySet());
            }
        }
        new QuestionReview(error, found).run(values);
        products();
        samples();
        error.tries().forEach(this::tryItem);
        if (error.tries().size() > KnownError.MOST_TRIES) {
            found.error(
                    error.tries().get(KnownError.MOST_TRIES).line(),
                    "a runbook tries at most " + KnownError.MOST_TRIES + " fixes, this one "
                            + error.tries().size(),
                    "part it into several known errors, or take out what hardly ever helps");
        }
        error.ruledOut().forEach(r -> known(r.fix(), r.line()));
        error.tells().stream()
                .filter(t -> !isFact(t))
                .forEach(t -> unknown(2, t, "\"" + t + "\" tells nothing: no question, message or fact is called so"));
        sharedCodes();
        othersSamples();
        new TryReview(error, shelf, found).run();
        if (error.verify().isEmpty()) {
            found.warning(
                    1, "nothing says how to verify that it is mended", "add ## Verify with the action to try again");
        }
    }

    /** Recognises it by its signatures alone: what else it says of itself proves nothing about them. */
    private Recogniser bySignatures() {
        return Recogniser.of(List.of(KnownError.recognisedBy(error.key(), error.phases(), error.signatures())));
    }

    private void samples() {
        Recogniser own = bySignatures();
        for (KnownError.Sample s : error.samples()) {
            if (own.recognise(new Recogniser.Query(s.text(), null, null, null)).candidates().stream()
                    .allMatch(c -> c.band() == Recognition.Band.GUESS)) {
                found.warning(
                        s.line(),
                        "no signature of this error matches this sample",
                        "mend the message, or take the sample away");
            }
        }
    }

    private void tryItem(KnownError.TryItem t) {
        if (t.when() != null) {
            found.sense(t.when(), t.whenText(), t.line());
        }
        for (String name : t.when() == null ? Set.<String>of() : t.when().names()) {
            if (!isFact(name)) {
                unknown(t.line(), name, "\"" + name + "\" is never set: no question, message or fact is called so");
            }
        }
        for (String value : t.with().values()) {
            Matcher m = NAME.matcher(value);
            while (m.find()) {
                if (!values.contains(m.group(1)) && !isFact(m.group(1))) {
                    found.named(
                            Problem.Severity.WARNING,
                            t.line(),
                            "{" + m.group(1) + "} is never captured",
                            "capture it in a message or a question",
                            new Findings.Named("facts", m.group(1)),
                            factNames());
                }
            }
        }
        if (known(t.fix(), t.line())) {
            found.parameters(t.fix(), t.with(), values, t.line());
        }
    }

    private boolean known(String fix, int line) {
        if (shelf.fixes().containsKey(fix)) {
            return true;
        }
        found.noFix(line, fix);
        return false;
    }

    /** A name that nothing sets: of a need if it begins so. */
    private void unknown(int line, String name, String message) {
        boolean need = name.startsWith("need.");
        found.named(
                Problem.Severity.WARNING,
                line,
                message,
                need
                        ? "declare it among the words of the desk"
                        : "declare it among the words of the desk, or ask for it",
                need ? new Findings.Named("needs", name.substring(5)) : new Findings.Named("facts", name),
                need ? shelf.vocabulary().needs().stream().map(n -> n.id()).toList() : factNames());
    }

    private List<String> factNames() {
        return Stream.concat(
                        values.stream(), shelf.vocabulary().facts().stream().map(f -> f.id()))
                .filter(n -> !n.isEmpty())
                .toList();
    }

    /** A product that the desk does not know is recognised by no case. */
    private void products() {
        List<String> known =
                shelf.vocabulary().products().stream().map(p -> p.name()).toList();
        error.products().stream()
                .map(p -> p.product())
                .filter(p -> !known.isEmpty() && known.stream().noneMatch(p::equalsIgnoreCase))
                .distinct()
                .forEach(p -> found.named(
                        Problem.Severity.WARNING,
                        2,
                        "the product \"" + p + "\" is not among the words of the desk",
                        "declare it there, or take it away",
                        new Findings.Named("products", p),
                        known));
    }

    private boolean isFact(String name) {
        return values.contains(name) || shelf.isFact(name);
    }

    /**
     * A sample of another error that would be taken for this one: this one's signatures recognise it, and beside that other error it would
     * stand first.
     */
    private void othersSamples() {
        Recogniser own = bySignatures();
        Set<String> told = new HashSet<>();
        for (ShelfIndex.Sample s : shelf.index().samplesNear(error.signatures(), ByWords.MOST)) {
            KnownError other = s.error();
            if (other.key().equals(error.key()) || told.contains(other.key()) || !meetsIn(other) || isTold(other)) {
                continue;
            }
            if (recognised(own, s.text()) && takes(other, s.text())) {
                told.add(other.key());
                found.warning(
                        error.signatures().isEmpty()
                                ? 1
                                : error.signatures().get(0).line(),
                        "a sample of \"" + other.key() + "\" is recognised as this error",
                        "make the message narrower, or add - Not to be confused with: and a link");
            }
        }
    }

    private static boolean recognised(Recogniser by, String text) {
        return by.recognise(new Recogniser.Query(text, null, null, null)).candidates().stream()
                .anyMatch(Recognition.Candidate::recognised);
    }

    /** Whether this error comes before the other one where both are known. */
    private boolean takes(KnownError other, String sample) {
        List<Recognition.Candidate> both = Recogniser.of(List.of(
                        KnownError.recognisedBy(error.key(), error.phases(), error.signatures()),
                        KnownError.recognisedBy(other.key(), other.phases(), other.signatures())))
                .recognise(new Recogniser.Query(sample, null, null, null))
                .candidates();
        return both.isEmpty() || both.get(0).error().equals(error.key());
    }

    /** Errors of other products or phases are told apart by those. */
    private boolean meetsIn(KnownError other) {
        boolean phase = error.phases().isEmpty()
                || other.phases().isEmpty()
                || error.phases().stream().anyMatch(other.phases()::contains);
        Set<String> products = new HashSet<>();
        error.products().forEach(p -> products.add(p.product()));
        return phase
                && (products.isEmpty()
                        || other.products().isEmpty()
                        || other.products().stream().anyMatch(p -> products.contains(p.product())));
    }

    private boolean isTold(KnownError other) {
        String link = "(" + other.key() + ".md)";
        String farther = "/" + other.key() + ".md)";
        return error.confusions().stream().anyMatch(c -> c.contains(link) || c.contains(farther));
    }

    private void sharedCodes() {
        for (Signature s : error.signatures()) {
            if (s.kind() != Signature.Kind.CODE) {
                continue;
            }
            for (String other : shelf.index().haveCode(s.text())) {
                if (!other.equals(error.key())) {
                    found.hint(
                            s.line(),
                            "\"" + other + "\" has this code too",
                            "make sure that product, version or words tell them apart");
                }
            }
        }
    }
}
