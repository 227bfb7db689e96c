package org.mendak.server.team;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Instant;
import org.mendak.server.platform.Caller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What was done, for leads. {@code from} is the first instant that is meant and {@code until} the first that no longer is. */
@RestController
class AuditController {

    private final AuditService audit;

    AuditController(AuditService audit) {
        this.audit = audit;
    }

    @GetMapping("/api/audit")
    AuditService.Acts read(
            Caller caller,
            @RequestParam(required = false) Long person,
            @RequestParam(required = false) String what,
            @RequestParam(required = false) String target,
            @RequestParam(required = false) Instant from,
            @RequestParam(required = false) Instant until,
            @RequestParam(required = false) Long before) {
        return audit.read(caller, AuditService.wanted(person, what, target, from, until, before));
    }

    @GetMapping(value = "/api/audit.csv", produces = "text/csv")
    void export(
            Caller caller,
            @RequestParam(required = false) Long person,
            @RequestParam(required = false) String what,
            @RequestParam(required = false) String target,
            @RequestParam(required = false) Instant from,
            @RequestParam(required = false) Instant until,
            @Parameter(hidden = true) HttpServletResponse response)
            throws IOException {
        audit.export(caller, AuditService.wanted(person, what, target, from, until, null))
                .sendAndForget(response);
    }
}
