package org.mendak.server.library;

import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Throwing drafts away. */
@RestController
class DiscardController {

    @FromCaller
    record Discard(List<DiscardService.Draft> drafts) {}

    private final DiscardService service;

    DiscardController(DiscardService service) {
        this.service = service;
    }

    /** Throws drafts away that were never published, all of these or none. */
    @PostMapping("/api/discards")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void discard(Caller caller, @RequestBody Discard body) {
        service.discard(caller, body.drafts());
    }
}
