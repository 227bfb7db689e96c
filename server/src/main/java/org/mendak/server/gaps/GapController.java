package org.mendak.server.gaps;

import java.util.List;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What the desk met and could not name, and what became of it until there is a runbook. */
@RestController
class GapController {

    @FromCaller
    record SaidBody(String text) {}

    @FromCaller
    record IsBody(String error) {}

    @FromCaller
    record HideBody(String reason) {}

    private final GapService gaps;
    private final LogGapService logs;
    private final AlikeService alike;
    private final SurgeService surges;

    GapController(GapService gaps, LogGapService logs, AlikeService alike, SurgeService surges) {
        this.logs = logs;
        this.surges = surges;
        this.gaps = gaps;
        this.alike = alike;
    }

    /** Shapes of what was not recognised, those that cost most first. */
    @GetMapping("/api/gaps")
    GapService.Gaps gaps(Caller caller, @RequestParam(defaultValue = "false") boolean hidden) {
        return gaps.gaps(caller, hidden);
    }

    /** Known errors that the shape of this case may be in other words. */
    @GetMapping("/api/gaps/{n}/near")
    List<GapService.Near> near(Caller caller, @PathVariable long n) {
        return gaps.near(caller, n);
    }

    /** The shape of this case is a known error in other words; answers the draft that says so. */
    @PostMapping("/api/gaps/{n}/is")
    LibraryService.View is(Caller caller, @PathVariable long n, @RequestBody IsBody body) {
        return gaps.isOne(caller, n, body.error());
    }

    /** Hides the shape of this case, for a reason; without one it is shown again. */
    @PostMapping("/api/gaps/{n}/hidden")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void hide(Caller caller, @PathVariable long n, @RequestBody HideBody body) {
        gaps.hide(caller, n, body.reason());
    }

    /** Shapes of what only logs said, those in most logs first. */
    @GetMapping("/api/gaps/logs")
    List<LogGapService.LogShape> inLogs(Caller caller, @RequestParam(defaultValue = "false") boolean hidden) {
        return logs.shapes(caller, hidden);
    }

    /** Hides the shape of this line, for a reason; without one it is shown again. */
    @PostMapping("/api/gaps/logs/{n}/hidden")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void hideLine(Caller caller, @PathVariable long n, @RequestBody HideBody body) {
        logs.hide(caller, n, body.reason());
    }

    /** Makes a draft of the shape of this line. */
    @PostMapping("/api/gaps/logs/{n}/draft")
    @ResponseStatus(HttpStatus.CREATED)
    DraftService.Made draftOfLine(Caller caller, @PathVariable long n) {
        return logs.draft(caller, n);
    }

    /** What comes in far more often just now than it usually does. */
    @GetMapping("/api/surges")
    List<SurgeService.Surging> surges(Caller caller) {
        return surges.surges(caller);
    }

    /** What became of other cases of the same shape. */
    @GetMapping("/api/cases/{n}/alike")
    AlikeService.Alike alike(Caller caller, @PathVariable long n) {
        return alike.ofCase(caller, n);
    }

    /** What became of cases that said such a thing. */
    @PostMapping("/api/alike")
    AlikeService.Alike alike(Caller caller, @RequestBody SaidBody body) {
        return alike.ofText(caller, body.text());
    }
}
