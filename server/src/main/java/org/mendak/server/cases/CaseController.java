package org.mendak.server.cases;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import java.util.Map;
import org.mendak.server.cases.owed.Settling;
import org.mendak.server.library.Sheets;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Pages;
import org.mendak.server.platform.Refusal;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Cases, their attempts, steps and put-backs. */
@RestController
@RequestMapping("/api/cases")
class CaseController {

    @FromCaller
    record TextBody(String text, List<String> unmasked) {}

    /** What a look showed; {@code row} says which of several places it is, from 0. */
    @FromCaller
    record Look(String text, Integer row) {}

    @FromCaller
    record NoteBody(String text) {}

    record Moved(String error) {}

    /** What a call on an attempt may change; {@code outcome} null takes it back. */
    @FromCaller
    record AttemptChange(String outcome, Double minutes, String note) {}

    @FromCaller
    record Start(String fix, String error, Boolean triedBefore) {}

    record Started(long id) {}

    private final CaseService cases;
    private final AttemptService attempts;
    private final CaseEndings endings;
    private final OwedService owed;

    CaseController(CaseService cases, AttemptService attempts, CaseEndings endings, OwedService owed) {
        this.cases = cases;
        this.attempts = attempts;
        this.endings = endings;
        this.owed = owed;
    }

    @GetMapping
    ResponseEntity<List<CaseViews.Line>> list(
            Caller caller,
            @RequestParam(required = false) String q,
            @RequestParam(required = false) String error,
            @RequestParam(required = false) String device,
            @RequestParam(required = false) String requester,
            @RequestParam(required = false) String reference,
            @RequestParam(required = false) String waits,
            @RequestParam(required = false) String status,
            @RequestParam(required = false, defaultValue = "false") boolean mine,
            @RequestParam(required = false) Integer limit,
            @RequestParam(required = false) Long after) {
        int most = Pages.limit(limit);
        List<CaseViews.Line> rows = cases.list(
                caller,
                new WantedCases(
                        q,
                        error,
                        device,
                        requester,
                        reference,
                        waits,
                        status,
                        mine ? caller.who() : null,
                        after,
                        most + 1));
        return Pages.answer(rows, c -> String.valueOf(c.number()), most);
    }

    @PostMapping
    ResponseEntity<CaseViews.Case> open(Caller caller, @RequestBody CaseService.Opening body) {
        CaseViews.Case c = cases.open(caller, body);
        return ResponseEntity.status(HttpStatus.CREATED)
                .header(HttpHeaders.LOCATION, "/api/cases/" + c.number())
                .body(c);
    }

    @GetMapping("/{n}")
    ResponseEntity<CaseViews.Case> view(Caller caller, @PathVariable long n) {
        CaseViews.Case c = cases.view(caller, n);
        return ResponseEntity.ok()
                .header(HttpHeaders.ETAG, CaseVersions.tag(c.version()))
                .body(c);
    }

    @PatchMapping("/{n}")
    CaseViews.Case patch(
            Caller caller,
            @PathVariable long n,
            @RequestHeader(value = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestBody CaseService.Patch body) {
        return cases.patch(
                caller,
                n,
                body,
                CaseVersions.seen(ifMatch)
                        .orElseThrow(() -> Refusal.preconditionRequired(
                                "Say which version of the case you saw: If-Match with its ETag. Nothing was stored.")));
    }

    /** The runbook as the case keeps it. */
    @GetMapping("/{n}/sheet")
    Sheets.ErrorSheet sheet(Caller caller, @PathVariable long n) {
        return cases.sheet(caller, n);
    }

    @GetMapping("/{n}/fixes/{key}")
    CaseViews.FilledFix filled(Caller caller, @PathVariable long n, @PathVariable String key) {
        return cases.filled(caller, n, key);
    }

    @PostMapping("/{n}/texts")
    CaseViews.Case addText(Caller caller, @PathVariable long n, @RequestBody TextBody body) {
        return cases.addText(caller, n, body.text() == null ? "" : body.text(), body.unmasked());
    }

    /** What the texts of the case say together, the likeliest first. */
    @GetMapping("/{n}/recognition")
    List<CaseViews.Suspected> together(Caller caller, @PathVariable long n) {
        return cases.together(caller, n);
    }

    @GetMapping("/{n}/questions")
    List<CaseViews.Question> questions(Caller caller, @PathVariable long n) {
        return cases.questions(caller, n);
    }

    /** What the command of a question printed. */
    @PostMapping("/{n}/questions/{index}")
    CaseViews.Case looked(Caller caller, @PathVariable long n, @PathVariable int index, @RequestBody Look body) {
        return cases.looked(caller, n, index, body.text(), body.row());
    }

    @PostMapping("/{n}/facts")
    CaseViews.Case addFacts(
            Caller caller,
            @PathVariable long n,
            @RequestHeader(value = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestBody Map<String, String> body) {
        return cases.addFacts(caller, n, body, CaseVersions.seen(ifMatch).orElse(null));
    }

    @PostMapping("/{n}/notes")
    CaseViews.Case addNote(Caller caller, @PathVariable long n, @RequestBody NoteBody body) {
        return cases.addNote(caller, n, body.text() == null ? "" : body.text());
    }

    @PostMapping("/{n}/moved")
    CaseViews.Case moved(
            Caller caller,
            @PathVariable long n,
            @RequestHeader(value = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestBody Moved body) {
        return cases.moved(caller, n, body.error(), CaseVersions.seen(ifMatch).orElse(null));
    }

    @PostMapping("/{n}/attempts")
    @ResponseStatus(HttpStatus.CREATED)
    Started start(Caller caller, @PathVariable long n, @RequestBody Start body) {
        return new Started(
                Boolean.TRUE.equals(body.triedBefore())
                        ? attempts.triedBefore(caller, n, body.fix())
                        : attempts.start(caller, n, body.fix(), body.error()));
    }

    @PatchMapping("/{n}/attempts/{id}")
    @io.swagger.v3.oas.annotations.parameters.RequestBody(
            content = @Content(schema = @Schema(implementation = AttemptChange.class)))
    CaseViews.Case record(
            Caller caller,
            @PathVariable long n,
            @PathVariable long id,
            @RequestHeader(value = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestBody Map<String, Object> body) {
        body.keySet().stream()
                .filter(k -> !List.of("outcome", "minutes", "note").contains(k))
                .findFirst()
                .ifPresent(k -> {
                    throw Refusal.badRequest("\"" + k + "\" cannot be changed; outcome, minutes and note can.");
                });
        return attempts.record(caller, n, id, body, CaseVersions.seen(ifMatch).orElse(null));
    }

    @PostMapping("/{n}/attempts/{id}/steps")
    AttemptService.StepResult step(
            Caller caller, @PathVariable long n, @PathVariable long id, @RequestBody AttemptService.StepEntry body) {
        return attempts.step(caller, n, id, body);
    }

    @PostMapping("/{n}/put-backs/{id}")
    CaseViews.Case settle(
            Caller caller,
            @PathVariable long n,
            @PathVariable long id,
            @RequestHeader(value = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestBody Settling.Said body) {
        return owed.settle(caller, n, id, body, CaseVersions.seen(ifMatch).orElse(null));
    }

    @PostMapping("/{n}/close")
    CaseViews.Case close(Caller caller, @PathVariable long n, @RequestBody CaseEndings.Ending body) {
        return endings.close(caller, n, body);
    }

    @PostMapping("/{n}/reopen")
    CaseViews.Case reopen(Caller caller, @PathVariable long n) {
        return endings.reopen(caller, n);
    }
}
