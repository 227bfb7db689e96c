package org.mendak.server.gaps;

import org.mendak.server.platform.Caller;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Cases from before a known error. */
@RestController
class FilingController {

    private final FilingService filing;

    FilingController(FilingService filing) {
        this.filing = filing;
    }

    /** Closed cases without a known error that this one is recognised in. */
    @GetMapping("/api/errors/{key}/before")
    FilingService.Before before(Caller caller, @PathVariable String key) {
        return filing.before(caller, key);
    }

    /** Puts them under it. */
    @PostMapping("/api/errors/{key}/before")
    @ResponseStatus(HttpStatus.CREATED)
    FilingService.Filing file(Caller caller, @PathVariable String key) {
        return filing.file(caller, key);
    }

    /** Takes that back. */
    @DeleteMapping("/api/filings/{id}")
    FilingService.Filing takeBack(Caller caller, @PathVariable String id) {
        return filing.takeBack(caller, id);
    }
}
