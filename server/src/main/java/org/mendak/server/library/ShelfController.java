package org.mendak.server.library;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Pages;
import org.mendak.server.platform.Refusal;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The published library for reading. */
@RestController
class ShelfController {

    /** The products and their versions, the facts and needs that the library knows. */
    record Words(List<ProductWord> products, List<FactWord> facts, List<NeedWord> needs) {}

    record ProductWord(String name, List<String> versions) {}

    /** {@code how} is how to find it out; may be empty. */
    record FactWord(String id, String title, List<String> choices, String how) {}

    record NeedWord(String id, String title, double minutes) {}

    private final LibraryService library;
    private final FixShelfService fixShelf;

    ShelfController(LibraryService library, FixShelfService fixShelf) {
        this.library = library;
        this.fixShelf = fixShelf;
    }

    /** Fixes as authors see them; with {@code away} those that were put away. */
    @GetMapping("/api/library/fixes")
    FixShelfService.FixShelf fixShelf(
            Caller caller,
            @RequestParam(required = false, defaultValue = "") String q,
            @RequestParam(required = false, defaultValue = "false") boolean away) {
        return fixShelf.of(caller, q, away);
    }

    @GetMapping("/api/errors")
    ResponseEntity<List<Sheets.ErrorLine>> errors(
            Caller caller,
            @RequestParam(required = false) String q,
            @RequestParam(required = false) String product,
            @RequestParam(required = false) String phase,
            @RequestParam(required = false) Integer limit,
            @RequestParam(required = false) String after) {
        Predicate<KnownError> wanted = e -> matches(e, q)
                && (product == null
                        || e.products().stream().anyMatch(p -> p.product().equalsIgnoreCase(product)))
                && (phase == null || e.phases().stream().anyMatch(p -> p.word().equals(phase)));
        List<KnownError> all = library.library().errors().values().stream()
                .filter(wanted)
                .sorted(Comparator.comparing(KnownError::key))
                .toList();
        return Pages.page(all, KnownError::key, Sheets::line, limit, after);
    }

    private static boolean matches(KnownError e, String q) {
        if (q == null || q.isBlank()) {
            return true;
        }
        String all = (e.key() + " " + e.title() + " "
                        + e.signatures().stream().map(s -> s.text()).toList() + e.products())
                .toLowerCase(Locale.ROOT);
        return List.of(q.toLowerCase(Locale.ROOT).strip().split("\\s+")).stream()
                .allMatch(all::contains);
    }

    @GetMapping("/api/errors/{key}")
    Sheets.ErrorSheet error(Caller caller, @PathVariable String key) {
        Library now = library.library();
        return now.error(key)
                .map(e -> Sheets.sheet(e, now))
                .orElseThrow(() -> Refusal.notFound("There is no published known error \"" + key + "\"."));
    }

    @GetMapping("/api/fixes")
    ResponseEntity<List<Sheets.FixSheet>> fixes(
            Caller caller,
            @RequestParam(required = false) Integer limit,
            @RequestParam(required = false) String after) {
        Library now = library.library();
        List<Fix> all = now.fixes().values().stream()
                .sorted(Comparator.comparing(Fix::key))
                .toList();
        return Pages.page(all, Fix::key, f -> Sheets.sheet(f, now), limit, after);
    }

    @GetMapping("/api/fixes/{key}")
    Sheets.FixSheet fix(Caller caller, @PathVariable String key) {
        Library now = library.library();
        return now.fix(key)
                .map(f -> Sheets.sheet(f, now))
                .orElseThrow(() -> Refusal.notFound("There is no published fix \"" + key + "\"."));
    }

    @GetMapping("/api/library/words")
    Words words(Caller caller) {
        var v = library.library().vocabulary();
        return new Words(
                v.products().stream()
                        .map(p -> new ProductWord(p.name(), p.versions()))
                        .toList(),
                v.facts().stream()
                        .map(f -> new FactWord(f.id(), f.title(), f.choices(), f.how()))
                        .toList(),
                v.needs().stream()
                        .map(n -> new NeedWord(n.id(), n.title(), n.minutes()))
                        .toList());
    }
}
