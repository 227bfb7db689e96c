package org.mendak.server.find;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.core.runbook.Signature;
import org.mendak.server.library.Library;
import org.mendak.server.platform.Names;

/** What of documents and cases is found by which words. */
final class Entries {

    private static final int LONGEST_TITLE = 120;

    private Entries() {}

    static String error(String key) {
        return "errors/" + key;
    }

    static String fix(String key) {
        return "fixes/" + key;
    }

    static String aCase(long number) {
        return "cases/" + number;
    }

    static Entry of(KnownError e) {
        List<String> products =
                e.products().stream().map(p -> p.product()).distinct().toList();
        return new Entry(
                error(e.key()),
                Entry.Kind.ERROR,
                e.title(),
                lines(Stream.of(
                        Stream.of(e.key()),
                        e.aliases().stream(),
                        e.signatures().stream()
                                .filter(s -> s.kind() == Signature.Kind.CODE)
                                .map(Signature::text))),
                lines(Stream.of(
                        products.stream(),
                        e.signatures().stream()
                                .filter(s -> s.kind() != Signature.Kind.CODE)
                                .map(Signature::text),
                        Stream.of(e.intro()),
                        e.questions().stream().map(KnownError.Question::text),
                        e.samples().stream().map(s -> s.text()))),
                products,
                e.phases().stream().map(Phase::word).collect(Collectors.joining(" ")),
                "",
                0);
    }

    /**
     * A fix, and behind it its steps, each to be found by itself.
     *
     * @param users the known errors that try it
     */
    static List<Entry> of(Fix f, List<KnownError> users) {
        List<String> products = users.stream()
                .flatMap(e -> e.products().stream())
                .map(p -> p.product())
                .distinct()
                .toList();
        String phases = users.stream()
                .flatMap(e -> e.phases().stream())
                .distinct()
                .map(Phase::word)
                .collect(Collectors.joining(" "));
        List<Entry> all = new ArrayList<>();
        all.add(new Entry(
                fix(f.key()),
                Entry.Kind.FIX,
                f.title(),
                lines(Stream.of(Stream.of(f.key()), f.aliases().stream())),
                lines(Stream.of(Stream.of(f.intro()), f.sideEffects().stream())),
                products,
                phases,
                "",
                0));
        int number = 0;
        for (Fix.Step s : f.steps()) {
            number++;
            all.add(new Entry(
                    fix(f.key()) + "#" + number,
                    Entry.Kind.STEP,
                    s.title(),
                    "",
                    lines(Stream.of(
                            s.fences().stream().map(Fix.Fence::text),
                            Stream.of(s.prose(), f.title()),
                            s.expect().stream(),
                            s.cautions().stream())),
                    products,
                    phases,
                    "",
                    0));
        }
        return all;
    }

    static Entry of(FindStore.Said c, Library library, Names names) {
        String title = c.error() == null
                ? c.words().lines().findFirst().orElse("")
                : library.error(c.error()).map(KnownError::title).orElse(c.error());
        return new Entry(
                aCase(c.number()),
                Entry.Kind.CASE,
                title.length() <= LONGEST_TITLE ? title : title.substring(0, LONGEST_TITLE),
                lines(Stream.of(Stream.of(
                                String.valueOf(c.number()),
                                c.device(),
                                c.requester(),
                                c.reference(),
                                names.of(c.agent()))
                        .filter(Objects::nonNull))),
                c.words(),
                c.product() == null ? List.of() : List.of(c.product()),
                c.phase() == null ? "" : c.phase(),
                c.status(),
                c.openedAt().getEpochSecond());
    }

    /** One below the other; what varies in a message or a command is no word. */
    private static String lines(Stream<Stream<String>> parts) {
        return parts.flatMap(p -> p)
                .filter(x -> !x.isBlank())
                .map(x -> x.replaceAll("\\{[A-Za-z_][A-Za-z0-9_.]*(:[a-z]+)?}", "…"))
                .collect(Collectors.joining("\n"));
    }
}
