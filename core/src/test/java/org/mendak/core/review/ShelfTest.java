package org.mendak.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.mendak.core.DemoLibrary;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.RunbookPrinter;

/** A shelf that was changed document by document says the same as one that was put together anew. */
class ShelfTest {

    private final Map<DocumentKind, Map<String, ParsedDocument>> now = new HashMap<>();
    private final Random random = new Random(15);

    private Shelf anew() {
        Map<String, Fix> fixes = new HashMap<>();
        Map<String, KnownError> errors = new HashMap<>();
        now.get(DocumentKind.FIX).forEach((k, d) -> fixes.put(k, d.fix()));
        now.get(DocumentKind.ERROR).forEach((k, d) -> errors.put(k, d.error()));
        return new Shelf(fixes, errors, DemoLibrary.vocabulary());
    }

    private static void same(Shelf changed, Shelf anew, List<ParsedDocument> judged) {
        assertThat(changed.fixes().keySet()).isEqualTo(anew.fixes().keySet());
        assertThat(changed.errors().keySet()).isEqualTo(anew.errors().keySet());
        List<String> firsts = anew.fixes().values().stream()
                .filter(f -> anew.twinsOf(f).stream().limit(1).anyMatch(t -> t.compareTo(f.key()) > 0))
                .map(Fix::key)
                .sorted()
                .toList();
        assertThat(firsts).isNotEmpty();
        assertThat(changed.alike().stream().map(a -> a.first().key()).toList()).isEqualTo(firsts);
        for (ParsedDocument d : judged) {
            assertThat(Reviewer.review(d, changed)).as(d.key()).isEqualTo(Reviewer.review(d, anew));
            if (d.fix() != null) {
                assertThat(changed.usersOf(d.key())).isEqualTo(anew.usersOf(d.key()));
                assertThat(changed.twinsOf(d.fix())).isEqualTo(anew.twinsOf(d.fix()));
                d.fix().aliases().forEach(a -> assertThat(changed.hasFix(a)).isEqualTo(anew.hasFix(a)));
            }
        }
    }

    /** Another document under the same key: what one of its neighbours says. */
    private ParsedDocument another(DocumentKind kind, String key, List<ParsedDocument> all) {
        ParsedDocument other = all.get(random.nextInt(all.size()));
        String text =
                kind == DocumentKind.FIX ? RunbookPrinter.print(other.fix()) : RunbookPrinter.print(other.error());
        return RunbookParser.parse(kind, key, text.replaceFirst("(?m)^(error|fix): .*$", "$1: " + key));
    }

    @Test
    void whateverChangesItSaysTheSameAsOneMadeAnew() {
        List<ParsedDocument> all = new ArrayList<>();
        for (DocumentKind kind : DocumentKind.values()) {
            Map<String, ParsedDocument> of = new HashMap<>();
            DemoLibrary.documents(kind).forEach(d -> of.put(d.key(), d));
            now.put(kind, of);
            all.addAll(DemoLibrary.documents(kind));
        }
        Shelf shelf = anew();
        for (int turn = 0; turn < 120; turn++) {
            DocumentKind kind = random.nextInt(3) == 0 ? DocumentKind.FIX : DocumentKind.ERROR;
            List<ParsedDocument> ofKind =
                    all.stream().filter(d -> d.kind() == kind).toList();
            Map<String, ParsedDocument> changed = new HashMap<>();
            for (int i = random.nextInt(3); i >= 0; i--) {
                String key = ofKind.get(random.nextInt(ofKind.size())).key();
                ParsedDocument d = random.nextInt(4) == 0 ? null : another(kind, key, ofKind);
                changed.put(key, d);
                if (d == null) {
                    now.get(kind).remove(key);
                } else {
                    now.get(kind).put(key, d);
                }
            }
            shelf = shelf.with(kind, changed);
            if (turn % 20 == 19) {
                same(shelf, anew(), all);
            }
        }
    }

    @Test
    void theOneBeforeStaysAsItWas() {
        Map<String, KnownError> errors = new HashMap<>();
        DemoLibrary.errors().forEach(e -> errors.put(e.key(), e));
        Shelf before = new Shelf(DemoLibrary.fixes(), errors, DemoLibrary.vocabulary());
        KnownError gone = DemoLibrary.errors().stream()
                .filter(e -> !e.tries().isEmpty())
                .findFirst()
                .orElseThrow();
        String fix = gone.tries().get(0).fix();
        Map<String, ParsedDocument> none = new HashMap<>();
        none.put(gone.key(), null);
        Shelf after = before.with(DocumentKind.ERROR, none);
        assertThat(before.usersOf(fix)).contains(gone.key());
        assertThat(after.usersOf(fix)).doesNotContain(gone.key());
        assertThat(before.errors()).containsKey(gone.key());
        assertThat(after.errors()).doesNotContainKey(gone.key());
    }
}
