package org.mendak.server.gaps;

import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Drafts that cases taught. */
@RestController
class DraftController {

    @FromCaller
    record OfCases(List<Long> cases) {}

    private final DraftService drafts;

    DraftController(DraftService drafts) {
        this.drafts = drafts;
    }

    /** Makes a draft runbook of cases of one shape. */
    @PostMapping("/api/drafts")
    @ResponseStatus(HttpStatus.CREATED)
    DraftService.Made make(Caller caller, @RequestBody OfCases body) {
        return drafts.make(caller, body.cases());
    }
}
