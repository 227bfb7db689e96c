package org.mendak.server.find;

import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Words;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Finding anything over HTTP. */
@RestController
class FindController {

    private final FindService find;

    FindController(FindService find) {
        this.find = find;
    }

    /** Known errors, fixes, steps and cases that have these words; {@code kind} several times for several of them; {@code health}
     * is that of documents: well, or wants-care. */
    @GetMapping("/api/find")
    FindService.Answer find(
            Caller caller,
            @RequestParam String q,
            @RequestParam(required = false) List<String> kind,
            @RequestParam(defaultValue = "") String product,
            @RequestParam(defaultValue = "") String phase,
            @RequestParam(defaultValue = "") String state,
            @RequestParam(defaultValue = "") String health,
            @RequestParam(defaultValue = "0") int from) {
        List<Entry.Kind> kinds = kind == null
                ? List.of()
                : kind.stream()
                        .map(k -> Words.said(Entry.Kind.class, k, "kind"))
                        .toList();
        return find.find(
                caller,
                q,
                kinds,
                product,
                phase,
                state,
                health.isEmpty() ? null : Words.said(FindService.Health.class, health, "health"),
                from);
    }
}
