package org.mendak.server.heard;

import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What recognition learns from cases. */
@RestController
class HeardController {

    @FromCaller
    record Like(String text) {}

    @FromCaller
    record Counts(Boolean counts) {}

    private final HeardService heard;

    HeardController(HeardService heard) {
        this.heard = heard;
    }

    @GetMapping("/api/errors/{key}/sayings")
    List<HeardService.Saying> ofError(Caller caller, @PathVariable String key) {
        return heard.ofError(caller, key);
    }

    @PostMapping("/api/recognitions/alike")
    List<HeardService.Saying> alike(Caller caller, @RequestBody Like like) {
        return heard.alike(caller, like.text());
    }

    @PostMapping("/api/cases/{n}/saying")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void counts(Caller caller, @PathVariable long n, @RequestBody Counts c) {
        heard.counts(caller, n, c.counts());
    }
}
