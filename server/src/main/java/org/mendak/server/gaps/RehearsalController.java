package org.mendak.server.gaps;

import java.util.UUID;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A document tried on the past before it is published. */
@RestController
class RehearsalController {

    /**
     * A document that is not stored.
     *
     * @param kind error or fix; error if it is left out
     * @param run a name that whoever asks makes up, to ask how far it is and to stop it: 8 to 64 letters, digits and dashes; may be left
     *     out
     */
    @FromCaller
    record Written(String kind, String key, String text, String run) {

        DocumentKind documentKind() {
            return "fix".equals(kind) ? DocumentKind.FIX : DocumentKind.ERROR;
        }

        String named() {
            return String.valueOf(key);
        }

        String written() {
            return text == null ? "" : text;
        }
    }

    private final RehearsalService rehearsals;
    private final RunningRehearsals running;
    private final MatchService matches;

    RehearsalController(RehearsalService rehearsals, RunningRehearsals running, MatchService matches) {
        this.rehearsals = rehearsals;
        this.running = running;
        this.matches = matches;
    }

    @PostMapping("/api/rehearsals")
    RehearsalService.Rehearsed rehearse(Caller caller, @RequestBody Written body) {
        caller.may(Role.AUTHOR, Scope.READ, "rehearse documents");
        String run = body.run() == null ? UUID.randomUUID().toString() : run(body.run());
        RunningRehearsals.Running now = running.begin(caller, run);
        try {
            return body.documentKind() == DocumentKind.FIX
                    ? rehearsals.ofFix(body.named(), body.written(), now)
                    : rehearsals.ofError(body.named(), body.written(), now);
        } finally {
            running.end(caller, run);
        }
    }

    /** How far a rehearsal is; nothing of nothing while it is not under way. */
    @GetMapping("/api/rehearsals/{run}")
    RunningRehearsals.Progress progress(Caller caller, @PathVariable String run) {
        caller.may(Role.AUTHOR, Scope.READ, "rehearse documents");
        return running.progress(caller, run(run));
    }

    /** Stops it, if it is under way: it ends with a refusal that says so. */
    @DeleteMapping("/api/rehearsals/{run}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stop(Caller caller, @PathVariable String run) {
        caller.may(Role.AUTHOR, Scope.READ, "rehearse documents");
        running.stop(caller, run(run));
    }

    /** What a known error would match as it is written now; quick, and only of what is likest. */
    @PostMapping("/api/rehearsals/matches")
    MatchService.Matches matches(Caller caller, @RequestBody Written body) {
        return matches.of(caller, body.named(), body.written());
    }

    private static String run(String given) {
        if (!given.matches("[A-Za-z0-9-]{8,64}")) {
            throw Refusal.badRequest("run must be 8 to 64 letters, digits and dashes.");
        }
        return given;
    }
}
