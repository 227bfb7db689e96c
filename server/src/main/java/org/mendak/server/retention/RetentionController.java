package org.mendak.server.retention;

import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Jobs;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Erasing what people said, for leads. */
@RestController
class RetentionController {

    private final RetentionService retention;

    RetentionController(RetentionService retention) {
        this.retention = retention;
    }

    @GetMapping("/api/purges")
    RetentionService.Looked looked(Caller caller) {
        return retention.looked(caller);
    }

    @PostMapping("/api/purges")
    @ResponseStatus(HttpStatus.ACCEPTED)
    Jobs.View purge(Caller caller) {
        return retention.purge(caller);
    }

    @PostMapping("/api/erasures")
    RetentionService.Erased erase(Caller caller, @RequestBody RetentionService.Wanted body) {
        return retention.erase(caller, body);
    }
}
