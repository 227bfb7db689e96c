package org.mendak.server.cases;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.Map;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** What is done off the script. */
@RestController
class FreeWorkController {

    /** What may be changed of a step; an absent member stays, an outcome of null takes it back. */
    @FromCaller
    record StepChange(
            String did,
            String command,
            String output,
            String aim,
            String putBack,
            Boolean putBackDone,
            String outcome,
            Boolean undone,
            Integer place) {}

    private final FreeWork work;

    FreeWorkController(FreeWork work) {
        this.work = work;
    }

    /** Keeps a step that no runbook has. */
    @PostMapping("/api/cases/{n}/free-steps")
    CaseViews.Case add(Caller caller, @PathVariable long n, @RequestBody FreeWork.Entry body) {
        return work.add(caller, n, body);
    }

    /** Corrects a step, gives it another place, takes it back. */
    @PatchMapping("/api/cases/{n}/free-steps/{id}")
    @io.swagger.v3.oas.annotations.parameters.RequestBody(
            content = @Content(schema = @Schema(implementation = StepChange.class)))
    CaseViews.Case change(
            Caller caller,
            @PathVariable long n,
            @PathVariable long id,
            @RequestHeader(value = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestBody Map<String, Object> body) {
        return work.change(caller, n, id, body, CaseVersions.seen(ifMatch).orElse(null));
    }
}
