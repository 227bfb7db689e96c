package org.mendak.server.gaps;

import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** A known error tried on the past before it is published. */
@RestController
class RehearsalController {

    /** A known error that is not stored. */
    @FromCaller
    record Written(String key, String text) {}

    private final RehearsalService rehearsals;

    RehearsalController(RehearsalService rehearsals) {
        this.rehearsals = rehearsals;
    }

    @PostMapping("/api/rehearsals")
    RehearsalService.Rehearsed rehearse(Caller caller, @RequestBody Written body) {
        return rehearsals.of(caller, String.valueOf(body.key()), body.text() == null ? "" : body.text());
    }
}
